import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { api, need, server, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { onDayTime } from '../live/time';
import { ProblemNotice } from '../ui/Notices';
import { stepWord } from '../ui/words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import { againRuns } from './queries';

/** Work with a lot that was left without an entry: what was done of it, and it can be taken up again. */
export function LeftRuns({ lot, mayLog }: { lot: Schema['LotHead']; mayLog: boolean }) {
  const navigate = useNavigate();
  const left = server.useQuery('get', '/api/runs/left', { params: { query: { lot: lot.id } } });
  const resuming = useChange(
    (run: Schema['LeftRun']) => need(api.POST('/api/runs/{id}/resume', { params: { path: { id: run.id } } })),
    async (run) => {
      await againRuns();
      void navigate(`/station/${run.craft}`);
    },
  );
  if (!left.data || left.data.length === 0) return null;
  return (
    <section className={layout.above16} aria-label="Left without an entry">
      <h3>Left without an entry</h3>
      {left.data.map((run) => (
        <div key={run.id} className={layout.above8}>
          <span className={typography.strong}>{stepWord[run.craft]}</span>{' '}
          <span className={typography.quiet}>
            {[`${onDayTime(run.startedAt)} to ${onDayTime(run.leftAt)}`, run.who, run.sentence]
              .filter(Boolean)
              .join(' · ')}
          </span>
          {mayLog && !lot.usedUp && (
            <Button size="small" disabled={resuming.busy} onClick={() => resuming.go(run)}>
              Take it up again
            </Button>
          )}
        </div>
      ))}
      <ProblemNotice error={resuming.error} />
    </section>
  );
}
