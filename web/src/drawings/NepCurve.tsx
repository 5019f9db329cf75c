import { nepLayout, type NepPoint } from './nepLayout';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';

/** Neps in a gram after each pass with what the counting can be off by, and where one pass more would lead. */
export function NepCurve({ points, next, words }: { points: readonly NepPoint[]; next: number | null; words: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  // One count is a figure with its doubt and no curve yet.
  const height = points.length < 2 ? 100 : 170;
  const at = nepLayout(points, next, width || 400, height);
  return (
    <div className={layout.wide} ref={ref}>
      <svg width="100%" height={height} role="img" aria-label={words} style={{ display: 'block' }}>
        <line x1={at.left} x2={at.right} y1={at.bottom} y2={at.bottom} stroke="var(--oat)" />
        {at.line && <path d={at.line} fill="none" stroke="var(--walnut)" strokeWidth={2} />}
        {at.ahead && <path d={at.ahead} fill="none" stroke="var(--bark)" strokeWidth={2} strokeDasharray="5 5" />}
        {at.dots.map((d) => (
          <g key={d.pass}>
            <line x1={d.x} x2={d.x} y1={d.low} y2={d.high} stroke="var(--bark)" strokeWidth={1.5} />
            <circle
              cx={d.x}
              cy={d.y}
              r={5}
              fill={d.ahead ? 'none' : 'var(--shorn)'}
              stroke={`var(--${d.ahead ? 'bark' : 'walnut'})`}
              strokeWidth={2.5}
            />
            <text x={d.x + 9} y={d.y - 7} fontSize={13} fontWeight={d.ahead ? 400 : 700} fill="var(--peat)">
              {d.words}
            </text>
            <text x={d.x} y={at.bottom + 18} fontSize={12} textAnchor="middle" fill="var(--bark)">
              {d.ahead ? 'one more' : `pass ${d.pass}`}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
