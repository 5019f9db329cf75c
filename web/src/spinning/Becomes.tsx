import { Box } from '../ui/Box';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { magnifiedFor, Yarn } from '../drawings/Yarn';

/** What singles could become, washed, and beside each structure the skeins that were really made so: all at one scale. */
export function Becomes({ becomes, colour }: { becomes: readonly Schema['BecomesView'][]; colour: string }) {
  const magnified = magnifiedFor(
    Math.max(...becomes.flatMap((b) => [b.yarn, ...b.made.map((m) => m.yarn)]).map((y) => y.diameterMillimetres)),
    60,
  );
  const drawn = (yarn: Schema['YarnShape']) => (
    <Yarn sample={{ ...yarn, twistAngleDegrees: yarn.degrees }} colour={colour} width={170} magnified={magnified} />
  );
  return (
    <Box
      component="ul"
      aria-label="What these singles could become"
      sx={{ listStyle: 'none', p: 0, m: 0, display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 2 }}
    >
      {becomes.map((b) => (
        <li key={b.words}>
          {b.made.map((m) => (
            <Box key={m.code} sx={{ maxWidth: 170, mb: 0.5 }}>
              {drawn(m.yarn)}
              <Typography sx={{ fontSize: '0.9rem' }}>
                <Link component={RouterLink} to={`/lots/${m.code}`}>
                  {m.code}
                </Link>{' '}
                <strong>{m.yarn.wrapsPerInch} WPI</strong>, {m.sentence}
              </Typography>
            </Box>
          ))}
          {drawn(b.yarn)}
          <Typography>
            {b.words}: <strong>{b.yarn.wrapsPerInch} WPI</strong>
          </Typography>
        </li>
      ))}
    </Box>
  );
}
