import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Schema } from '../api/client';
import { magnifiedFor, Yarn } from '../drawings/Yarn';
import { Section } from '../ui/Notices';

/** What the singles of the last ply-back could become, drawn at one scale before a bobbin of them is spun. */
export function Becomes({ trial, colour }: { trial: Schema['PlyBackView']; colour: string }) {
  const magnified = magnifiedFor(Math.max(...trial.becomes.map((b) => b.yarn.diameterMillimetres)), 60);
  return (
    <Section title="What these singles could become, washed" level="h2">
      <Box
        component="ul"
        aria-label="What these singles could become"
        sx={{ listStyle: 'none', p: 0, m: 0, display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 2 }}
      >
        {trial.becomes.map((b) => (
          <li key={b.words}>
            <Yarn
              sample={{ ...b.yarn, twistAngleDegrees: b.yarn.degrees }}
              colour={colour}
              width={170}
              magnified={magnified}
            />
            <Typography>
              {b.words}: <strong>{b.yarn.wrapsPerInch} WPI</strong>
            </Typography>
          </li>
        ))}
      </Box>
    </Section>
  );
}
