import { type Schema } from '../api/client';
import { Notice } from '../ui/Notices';
import { stepWord } from '../ui/words';

const words = (minutes: number) =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60 ? `${minutes % 60} min` : ''}`.trim();

/** One motion that was done today for as long as one wanted it at most. */
export function DayOfMotion({ motion }: { motion: Schema['MotionDay'] }) {
  return motion.done
    .filter((d) => d.isOver)
    .map((d) => (
      <Notice key={d.step} tone="watch">
        {stepWord[d.step]}: {words(d.minutes)} today, and {words(motion.mostMinutes!)} is what you want at most. Enough
        of that motion for one day; something else, or tomorrow.
      </Notice>
    ));
}
