import Button from '@mui/material/Button';
import type { Problem } from '../api/client';
import { Notice } from '../ui/Notices';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';

const asked = (problem: Problem | null) => problem?.refusals.find((r) => r.code === 'before-made');

/** Whether an entry is said to have been before what it takes from was made. */
export const isBeforeMade = (problem: Problem | null) => asked(problem) !== undefined;

/** Said to have been before what it takes from was made: one of the two times is to move. */
export function TimeQuestion({
  problem,
  busy,
  onEarlier,
  onNow,
}: {
  problem: Problem | null;
  busy: boolean;
  /** What it takes from was there already. */
  onEarlier: () => void;
  /** It was done now. */
  onNow: () => void;
}) {
  const question = asked(problem);
  if (!question) return null;
  return (
    <Notice tone="watch">
      {question.reason}
      <Row className={layout.above8} gap={1}>
        <Button variant="contained" disabled={busy} onClick={onEarlier}>
          It was there earlier: log it
        </Button>
        <Button variant="outlined" disabled={busy} onClick={onNow}>
          This was done now
        </Button>
      </Row>
    </Notice>
  );
}
