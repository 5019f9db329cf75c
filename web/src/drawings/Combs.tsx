import { combsLayout } from './combsLayout';
import { useWidth } from './useWidth';
import styles from './Combs.module.css';

interface CombsProps {
  /** How far the fibre fills the tines, 1 to their points; null where that is not known. */
  fill: number | null;
  /** Transfers so far: the fibre changes combs with each. */
  transfers: number;
  /** The free end, which leads as it is drawn off. */
  leading: 'butt' | 'tip';
  /** A hackle stands alone. */
  pair: boolean;
  words: string;
}

const endWord = { butt: 'butts', tip: 'tips' } as const;

/** The pair of combs: on which one the fibre is, how far it fills the tines, and which end is free and leads. */
export function Combs({ fill, transfers, leading, pair, words }: CombsProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const onB = pair && transfers % 2 === 1;
  const at = combsLayout(width || 600, fill, onB, pair);
  const other = leading === 'tip' ? 'butt' : 'tip';
  return (
    <div className={styles.combs} ref={ref}>
      <svg width="100%" height={at.height} role="img" aria-label={words} style={{ display: 'block' }}>
        {at.combs.map((comb) => (
          <g key={comb.name}>
            {comb.strands.map((s, i) => (
              <g key={i}>
                <path d={s.path} fill="none" stroke="var(--walnut)" strokeWidth={1.2} strokeLinecap="round" />
                {leading === 'tip' ? (
                  <circle cx={s.x} cy={s.y} r={1.9} fill="var(--weld)" />
                ) : (
                  <line x1={s.x} x2={s.x} y1={s.y - 2.5} y2={s.y + 2.5} stroke="var(--peat)" strokeWidth={1.8} />
                )}
              </g>
            ))}
            {comb.tines.map((x) => (
              <line key={x} x1={x} x2={x} y1={at.points} y2={at.foot} stroke="var(--bark)" strokeWidth={2} />
            ))}
            <rect {...comb.bar} rx={4} fill="var(--oat)" stroke="var(--walnut)" strokeWidth={1.5} />
            <text
              x={comb.middle}
              y={at.foot + 38}
              textAnchor="middle"
              fontSize={15}
              fontWeight={700}
              fill="var(--peat)"
            >
              {pair ? comb.name : 'hackle'}
            </text>
            {comb.strands.length === 0 && (
              <text x={comb.middle} y={at.foot + 55} textAnchor="middle" fontSize={12} fill="var(--bark)">
                empty
              </text>
            )}
            {comb.strands.length > 0 && (
              <>
                <line
                  x1={comb.bar.x}
                  x2={comb.bar.x + comb.bar.width}
                  y1={at.half}
                  y2={at.half}
                  stroke="var(--madder)"
                  strokeWidth={1.5}
                  strokeDasharray="5 4"
                />
                <text
                  x={comb.bar.x + (comb.name === 'A' ? 0 : comb.bar.width)}
                  y={at.half + 4}
                  dx={comb.name === 'A' ? -8 : 8}
                  textAnchor={comb.name === 'A' ? 'end' : 'start'}
                  fontSize={11}
                  fill="var(--bark)"
                >
                  half
                </text>
                <text x={comb.middle} y={at.points - 22} textAnchor="middle" fontSize={12} fill="var(--bark)">
                  {fill === null ? '' : `${Math.round(fill * 100)} % of the tines`}
                </text>
              </>
            )}
          </g>
        ))}
        <text x={at.free} y={at.foot + 26} textAnchor="middle" fontSize={17} fontWeight={700} fill="var(--peat)">
          {endWord[leading]} lead
        </text>
        <text
          x={at.lashed}
          y={at.points - 6}
          textAnchor={onB ? 'start' : 'end'}
          fontSize={12}
          fill="var(--bark)"
          visibility={at.lashed < 30 || at.lashed > (width || 600) - 30 ? 'hidden' : undefined}
        >
          {endWord[other]}
        </text>
      </svg>
    </div>
  );
}
