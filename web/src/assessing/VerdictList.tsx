import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { tone } from '../ui/tones';
import { useWord } from '../ui/words';

/** Uses with the reasons that produced them: good ones first, then those that want care. */
export function VerdictList({
  verdict,
  missing,
}: {
  verdict: readonly Schema['UseVerdict'][];
  missing: readonly string[];
}) {
  const good = verdict.filter((v) => v.leaning === 'goodFor');
  const careful = verdict.filter((v) => v.leaning === 'carefulWith');
  return (
    <Box aria-live="polite">
      {good.length > 0 && <Typography variant="h3">Good for</Typography>}
      <Uses uses={good} edge="lichen" />
      {careful.length > 0 && (
        <Typography variant="h3" sx={{ mt: 1.5 }}>
          Careful with
        </Typography>
      )}
      <Uses uses={careful} edge="weld" />
      {verdict.length === 0 && <Typography>Nothing speaks for or against a use yet.</Typography>}
      {missing.length > 0 && (
        <Typography color="text.secondary" sx={{ mt: 1.5 }}>
          It would say more if it knew {missing.join(', ')}.
        </Typography>
      )}
    </Box>
  );
}

function Uses({ uses, edge }: { uses: readonly Schema['UseVerdict'][]; edge: 'lichen' | 'weld' }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 0.75 }}>
      {uses.map((v) => (
        <Box component="li" key={v.use} sx={{ borderLeft: `4px solid ${tone(edge)}`, pl: 1.25 }}>
          <strong>{useWord[v.use]}</strong>:{' '}
          {[...v.against, ...v.for.map((f) => (v.against.length > 0 ? `but ${f}` : f))].join('; ')}
        </Box>
      ))}
    </Box>
  );
}
