import { fleeceTone } from './fleeceTone';
import styles from './Bobbins.module.css';

export interface DrawnBobbin {
  name: string;
  /** Metres, or grams where no length is known; null for neither. */
  holds: number | null;
  /** Of its room, from 0 to 1; null where that is not known. */
  fill: number | null;
  text: string;
  twist: string;
  /** It stands out: begun the other way round. */
  apart?: boolean;
}

const height = 64;
const core = 10;

/** Bobbins lying side by side, as thick wound as they hold beside the fullest, with the slant of their twist. */
export function Bobbins({
  bobbins,
  colour,
  words,
}: {
  bobbins: readonly DrawnBobbin[];
  colour: string;
  words: string;
}) {
  const most = Math.max(...bobbins.map((b) => b.holds ?? 0), 1e-9);
  const { fill, line } = fleeceTone(colour);
  return (
    <div className={styles.bobbins} role="img" aria-label={words}>
      {bobbins.map((b, i) => {
        // Yarn lies round a core: what it holds goes with the square of its thickness.
        const share = b.fill ?? (b.holds === null ? 0 : b.holds / most);
        const thick = core + (height - 8 - core) * Math.sqrt(Math.min(1, share));
        const top = (height - thick) / 2;
        const slant = b.twist === 's' ? 1 : -1;
        return (
          <div className={styles.bobbinsBody} key={i}>
            <svg width={118} height={height} aria-hidden>
              <rect x={9} y={top} width={100} height={thick} fill={fill} stroke={line} />
              {b.twist &&
                Array.from({ length: 12 }, (_, k) => (
                  <line
                    key={k}
                    x1={14 + k * 8}
                    x2={14 + k * 8 + slant * -4}
                    y1={top + 1}
                    y2={top + thick - 1}
                    stroke={line}
                    strokeWidth={0.8}
                    opacity={0.6}
                  />
                ))}
              {[3, 109].map((x) => (
                <rect
                  key={x}
                  x={x}
                  y={2}
                  width={6}
                  height={height - 4}
                  rx={2}
                  fill="var(--walnut)"
                  stroke={`var(--${b.apart ? 'weld' : 'walnut'})`}
                  strokeWidth={b.apart ? 3 : 1}
                />
              ))}
            </svg>
            <div className={styles.part}>
              {b.name}
              {b.twist && ` ${b.twist.toUpperCase()}`}
            </div>
            <div className={styles.bobbinsPart}>{b.text}</div>
          </div>
        );
      })}
    </div>
  );
}
