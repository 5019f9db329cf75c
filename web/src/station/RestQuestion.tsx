import Button from '@mui/material/Button';
import type { Problem, Schema } from '../api/client';
import { Notice } from '../ui/Notices';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import type { Taking } from './stationState';

const about = (problem: Problem | null) =>
  problem?.refusals.flatMap(({ field, code, reason }) => {
    const at = code === 'rest-unsaid' ? /^from\[(\d+)\]/.exec(field)?.[1] : undefined;
    return at === undefined ? [] : [{ at: Number(at), reason }];
  }) ?? [];

/** Whether all that stands against an entry is that nobody said what became of the rest. */
export const isRestUnsaid = (problem: Problem | null) => about(problem).length > 0;

/** Much less came out than was taken: most likely the rest still lies in the basket. Each answer logs it so. */
export function RestQuestion({
  problem,
  from,
  lots,
  busy,
  onSaid,
  onOther,
}: {
  problem: Problem | null;
  from: readonly Taking[];
  lots: readonly Schema['LotLine'][];
  busy: boolean;
  /** What was taken, with what was said of the rest. */
  onSaid: (from: Taking[]) => void;
  /** It was of another lot; left out where a run is logged, whose lots are known. */
  onOther?: () => void;
}) {
  const asked = about(problem);
  if (asked.length === 0) return null;
  const codeOf = (at: number) => lots.find((l) => l.id === from[at]?.lotId)?.code;
  return (
    <Notice tone="watch">
      {asked.length === 1
        ? asked[0]!.reason
        : 'Much less came out than was taken. Is the rest of one of them still there?'}
      <Row className={layout.above8} gap={1}>
        {asked.map(({ at }) => (
          <Button
            key={at}
            variant={asked.length === 1 ? 'contained' : 'outlined'}
            disabled={busy}
            onClick={() =>
              onSaid(
                from.map((t, i) => (i === at ? { ...t, all: false, mass: '', rest: 'there' } : { ...t, rest: 'gone' })),
              )
            }
          >
            The rest of {codeOf(at)} is still there
          </Button>
        ))}
        <Button
          variant="outlined"
          disabled={busy}
          onClick={() => onSaid(from.map((t) => ({ ...t, all: true, rest: 'gone' })))}
        >
          {asked.length === 1 ? 'It is used up' : 'All of it is used up'}
        </Button>
        {onOther && (
          <Button variant="outlined" disabled={busy} onClick={onOther}>
            It was another lot
          </Button>
        )}
      </Row>
    </Notice>
  );
}
