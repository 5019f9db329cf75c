import type { Schema } from '../api/client';
import { scaleWord } from '../ui/words';
import styles from './Marks.module.css';

const places = [1, 2, 3, 4, 5];

/** A judgement by hand on its scale of five, between the words of its ends. */
export function Marks({ scale, mark }: { scale: Schema['SampleScale']; mark: number | null }) {
  const [name, low, high] = scaleWord[scale];
  if (mark === null) return <span className={styles.none}>not judged</span>;
  return (
    <span className={styles.marks}>
      <svg width={66} height={16} role="img" aria-label={`${name}: ${mark} of 5, from ${low} to ${high}`}>
        <path d="M6 8 H60" stroke="var(--oat)" strokeWidth={2} />
        {places.map((p) => (
          <circle key={p} cx={6 + (p - 1) * 13.5} cy={8} r={2.5} fill="var(--bark)" opacity={0.5} />
        ))}
        <circle cx={6 + (mark - 1) * 13.5} cy={8} r={6} fill="var(--woad)" />
      </svg>
      <span className={styles.end}>{mark > 3 ? high : mark < 3 ? low : 'between'}</span>
    </span>
  );
}
