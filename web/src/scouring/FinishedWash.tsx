import { useFinishedWash } from './queries';
import { dayClockOf } from '../live/time';
import { useNow } from '../live/live';
import { ProblemNotice } from '../ui/Notices';
import { bathWord } from './words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** The baths a lot has been through: how warm, how long, with what. Nothing where the wash was not watched here. */
export function FinishedWash({ code }: { code: string }) {
  const wash = useFinishedWash(code);
  const now = useNow(60_000);
  if (wash.isLoadingError) return <ProblemNotice error={wash.error} retry={() => void wash.refetch()} />;
  if (!wash.data) return null;
  const w = wash.data;
  const batches = new Set(w.baths.map((b) => b.batch)).size;
  return (
    <div className={layout.above16}>
      <h3>The wash</h3>
      <p className={typography.quiet}>
        {[dayClockOf(w.startedAt, now), w.tub, w.recipe, w.agent, w.who].filter(Boolean).join(' · ')}
      </p>
      <ol className={layout.indentedList}>
        {w.baths.map((b) => (
          <li key={`${b.batch} ${b.place}`}>
            {batches > 1 ? `batch ${b.batch}, ` : ''}
            {bathWord[b.kind]}
            {b.litres > 0 ? `, ${b.litres.toFixed(0)} L` : ''}: {b.first.text}
            {b.firstRead ? '' : ' (planned)'}
            {b.last ? ` to ${b.last.text}` : ''}, {b.minutes} min
          </li>
        ))}
      </ol>
    </div>
  );
}
