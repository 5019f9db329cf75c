import type { Schema } from '../api/client';
import { onFullDay } from '../live/time';
import typography from '../ui/typography.module.css';

const decisionWord: Record<Schema['WashDecision'], string> = {
  fine: 'fine',
  useSoon: 'wax left, use soon',
  waxAccepted: 'wax left, acceptable',
  washAgain: 'wash again',
};

/** When it was washed and what was decided about that, in a line: it stays with the lot for years. */
export function Washed({ washed }: { washed: Schema['WashedView'] }) {
  const judged = washed.judged;
  return (
    <p className={typography.quiet}>
      Washed on {onFullDay(washed.on)}
      {judged ? `: ${decisionWord[judged.decision]} (${judged.who}, ${onFullDay(judged.at)})` : ''}
    </p>
  );
}
