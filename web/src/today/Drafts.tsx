import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { ConfirmDraft } from '../ledger/ConfirmDraft';
import { DraftQuestion } from '../ledger/Question';
import { Notice, ProblemNotice } from '../ui/Notices';
import { stepWord } from '../ui/words';
import { onDayTime } from '../live/time';
import { useChange } from '../api/change';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import styles from './Drafts.module.css';

/** Entries that cannot be as they stand: confirm with a reason, type anew, or withdraw. */
export function Drafts({ drafts }: { drafts: readonly Schema['DraftView'][] }) {
  const withdrawing = useChange(
    (id: string) => api.DELETE('/api/drafts/{id}', { params: { path: { id } } }),
    refreshLog,
  );
  const navigate = useNavigate();
  return (
    <ul className={styles.drafts} aria-label="Drafts">
      <ProblemNotice error={withdrawing.error} />
      {drafts.map((d) => (
        <li key={d.id}>
          <Notice tone="watch">
            <strong>
              Draft: {stepWord[d.step].toLowerCase()}, {onDayTime(d.recordedAt)}
            </strong>
            <br />
            {d.trouble}
            <DraftQuestion draftId={d.id} done={() => void refreshLog()} />
            <Row className={layout.above8} gap={1}>
              <ConfirmDraft draftId={d.id} done={() => void refreshLog()} />
              <Button size="small" onClick={() => void navigate(`/station/${d.step}?draft=${d.id}`)}>
                Change the figures
              </Button>
              <Button size="small" color="inherit" onClick={() => withdrawing.go(d.id)}>
                Withdraw
              </Button>
            </Row>
          </Notice>
        </li>
      ))}
    </ul>
  );
}
