import { traceLayout, type TracePoint } from './traceLayout';
import { useWidth } from './useWidth';
import styles from './Trace.module.css';

interface TraceProps {
  points: readonly TracePoint[];
  now: number;
  spanMs: number;
  /** A tremble smaller than this must not look like a storm. */
  leastRange: number;
  unit: string;
  words: string;
}

const Height = 92;

/** What an instrument said of late: heavy where it stood still, thin where it moved. */
export function Trace({ points, now, spanMs, leastRange, unit, words }: TraceProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const at = traceLayout(points, now, spanMs, leastRange, width || 300, Height);
  const digits = at.high - at.low < 3 ? 1 : 0;
  const small = { fontSize: 12, fill: 'var(--bark)' };
  return (
    <div className={styles.trace} ref={ref}>
      <svg width="100%" height={Height} role="img" aria-label={words} style={{ display: 'block' }}>
        <rect width="100%" height={Height} rx={6} fill="var(--shorn)" />
        {at.last && (
          <>
            <text x={8} y={16} {...small}>
              {at.high.toFixed(digits)} {unit}
            </text>
            <text x={8} y={Height - 8} {...small}>
              {at.low.toFixed(digits)} {unit}
            </text>
          </>
        )}
        <path d={at.moving} fill="none" stroke="var(--strand)" strokeWidth={1.5} />
        <path d={at.still} fill="none" stroke="var(--woad)" strokeWidth={2.5} strokeLinecap="round" />
        {at.last && <circle cx={at.last.x} cy={at.last.y} r={4} fill="var(--woad)" />}
      </svg>
    </div>
  );
}
