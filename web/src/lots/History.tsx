import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { ProblemNotice, Section } from '../ui/Notices';
import { onDayTime } from '../live/time';
import { useChange } from '../api/change';

/** Who changed what, from what to what and why; nothing disappears. */
export function History({ changes, mayChange }: { changes: readonly Schema['ChangeView'][]; mayChange: boolean }) {
  const takingBack = useChange(
    (id: string) => api.POST('/api/entries/{id}/take-back-void', { params: { path: { id } } }),
    refreshLog,
  );
  if (changes.length === 0) return null;
  // Only the latest word on an entry can be taken back.
  const latest = new Set<string>();
  return (
    <Section title="What was changed">
      <ProblemNotice error={takingBack.error} />
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gap: 0.75 }}>
        {changes.map((c, i) => {
          const open =
            c.voidedEntryId != null &&
            !latest.has(c.voidedEntryId) &&
            !changes.slice(0, i).some((o) => o.what === 'entry' && o.from === 'voided');
          if (c.voidedEntryId) latest.add(c.voidedEntryId);
          return (
            <li key={c.at + c.what + i}>
              <Box component="span" sx={{ color: 'text.secondary' }}>
                {onDayTime(c.at)}, {c.who}:{' '}
              </Box>
              {c.what} was <s>{c.from || 'empty'}</s>, now <strong>{c.to || 'empty'}</strong>
              {c.because ? `: ${c.because}` : ''}
              {open && mayChange && (
                <Button
                  size="small"
                  sx={{ minHeight: 32, py: 0, ml: 0.5 }}
                  onClick={() => takingBack.go(c.voidedEntryId!)}
                >
                  Take the voiding back
                </Button>
              )}
            </li>
          );
        })}
      </Box>
    </Section>
  );
}
