import Button from '@mui/material/Button';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { ProblemNotice, Section } from '../ui/Notices';
import { onDayTime } from '../live/time';
import { useChange } from '../api/change';
import typography from '../ui/typography.module.css';
import styles from './History.module.css';

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
      <ul className={styles.list}>
        {changes.map((c, i) => {
          const open =
            c.voidedEntryId != null &&
            !latest.has(c.voidedEntryId) &&
            !changes.slice(0, i).some((o) => o.what === 'entry' && o.from === 'voided');
          if (c.voidedEntryId) latest.add(c.voidedEntryId);
          return (
            <li key={c.at + c.what + i}>
              <span className={typography.quiet}>
                {onDayTime(c.at)}, {c.who}:{' '}
              </span>
              {c.what} was <s>{c.from || 'empty'}</s>, now <strong>{c.to || 'empty'}</strong>
              {c.because ? `: ${c.because}` : ''}
              {open && mayChange && (
                <Button className={styles.button} size="small" onClick={() => takingBack.go(c.voidedEntryId!)}>
                  Take the voiding back
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
