import { noilLayout, type NoilLoad } from './noilLayout';
import { useWidth } from './useWidth';
import styles from './NoilBars.module.css';

/** Noil by load: what stands out is edged and said; a load that was counted and not weighed has a mark, one to come an empty place. */
export function NoilBars({ loads, planned, words }: { loads: readonly NoilLoad[]; planned: number; words: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const height = 130;
  const at = noilLayout(loads, planned, width || 600, height);
  return (
    <div className={styles.noilBars} ref={ref}>
      <svg width="100%" height={height} role="img" aria-label={words} style={{ display: 'block' }}>
        <line x1={0} x2={width || 600} y1={at.bottom} y2={at.bottom} stroke="var(--oat)" />
        {at.bars.map((b) => (
          <g key={b.number}>
            {b.percent !== null ? (
              <rect
                x={b.x}
                y={b.y}
                width={b.width}
                height={b.height}
                rx={2}
                fill="var(--wool)"
                stroke={`var(--${b.standsOut ? 'weld' : 'walnut'})`}
                strokeWidth={b.standsOut ? 3.5 : 1.5}
              />
            ) : (
              <circle
                cx={b.middle}
                cy={at.bottom - 9}
                r={4}
                fill={b.done ? 'var(--walnut)' : 'none'}
                stroke="var(--bark)"
                strokeDasharray={b.done ? undefined : '2 2'}
              />
            )}
            {at.words && b.percent !== null && (
              <text x={b.middle} y={b.y - 6} textAnchor="middle" fontSize={12} fontWeight={700} fill="var(--peat)">
                {b.percent.toFixed(0)} %
              </text>
            )}
            {at.numbers && (
              <text
                x={b.middle}
                y={at.bottom + 16}
                textAnchor="middle"
                fontSize={12}
                fontWeight={b.standsOut ? 700 : 400}
                fill={`var(--${b.standsOut ? 'peat' : 'bark'})`}
              >
                {b.number}
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}
