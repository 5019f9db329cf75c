import { Box } from '../ui/Box';
import { Link } from '../ui/Link';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { useLive, useNow } from '../live/live';
import { leftUntil } from '../live/time';

const order: Schema['InstrumentKind'][] = ['scale', 'probe', 'air'];

/** What the instruments say, on every screen; one that is not heard stays grey with its age. */
export function HeadInstruments() {
  const { readings } = useLive();
  const now = useNow(2000);
  const all = [...readings.values()].sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  if (all.length === 0) return null;
  return (
    <Link
      component={RouterLink}
      to="/instruments"
      underline="none"
      color="text.primary"
      aria-label="Instruments"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        alignItems: 'baseline',
        order: { xs: 4, lg: 0 },
        width: { xs: '100%', lg: 'auto' },
      }}
    >
      {all.map((r) => {
        const old = !r.connected;
        return (
          <Box
            component="span"
            key={r.instrumentId}
            sx={{ color: old ? 'text.secondary' : 'text.primary', whiteSpace: 'nowrap' }}
          >
            <Box component="span" sx={{ color: 'text.secondary', fontSize: '0.82rem', mr: 0.5 }}>
              {r.kind === 'probe' ? 'bath' : r.kind}
            </Box>
            <Box
              component="span"
              sx={{
                fontWeight: 700,
                display: 'inline-block',
                minWidth: { lg: r.kind === 'scale' ? '3.6em' : undefined },
              }}
            >
              {r.text}
            </Box>
            <Box
              component="span"
              sx={{
                color: 'text.secondary',
                fontSize: '0.82rem',
                display: 'inline-block',
                minWidth: { lg: r.kind === 'scale' ? '3.4em' : undefined },
                ml: 0.5,
              }}
            >
              {old
                ? leftUntil(r.at, now).replace(' late', ' old')
                : r.kind === 'scale'
                  ? r.stable
                    ? 'stable'
                    : 'moving'
                  : ''}
            </Box>
          </Box>
        );
      })}
    </Link>
  );
}
