import { Box } from '../ui/Box';
import { tone } from '../ui/tones';
import { traceLayout, type TracePoint } from './traceLayout';
import { useWidth } from './useWidth';

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
  const small = { fontSize: 12, fill: tone('bark') };
  return (
    <Box ref={ref} sx={{ width: '100%', my: 1 }}>
      <svg width="100%" height={Height} role="img" aria-label={words} style={{ display: 'block' }}>
        <rect width="100%" height={Height} rx={6} fill={tone('shorn')} />
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
        <path d={at.moving} fill="none" stroke={tone('strand')} strokeWidth={1.5} />
        <path d={at.still} fill="none" stroke={tone('woad')} strokeWidth={2.5} strokeLinecap="round" />
        {at.last && <circle cx={at.last.x} cy={at.last.y} r={4} fill={tone('woad')} />}
      </svg>
    </Box>
  );
}
