import { battsLayout } from './battsLayout';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';

export interface BattLoad {
  /** Of the planned weight. */
  share: number;
  text: string | null;
  standing: 'notKnown' | 'even' | 'light' | 'heavy';
}

const standingWord = { light: 'light', heavy: 'heavy' } as const;

/** The loads of one pass as batts, in the order in which they came off; what is still to come as empty places. */
export function Batts({ loads, planned, words }: { loads: readonly BattLoad[]; planned: number; words: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const at = battsLayout(
    loads.map((l) => l.share),
    planned,
    width || 600,
  );
  return (
    <div className={layout.wide} ref={ref}>
      <svg width="100%" height={at.height} role="img" aria-label={words} style={{ display: 'block' }}>
        {at.batts.map((b, i) => {
          const load = loads[i];
          const apart = load?.standing === 'light' || load?.standing === 'heavy';
          return (
            <g key={i}>
              <rect
                x={b.x + 1}
                y={b.y}
                width={b.width - 2}
                height={b.height}
                rx={4}
                fill={load ? 'var(--wool)' : 'none'}
                stroke={`var(--${apart ? 'weld' : load ? 'walnut' : 'bark'})`}
                strokeWidth={apart ? 3 : 1.5}
                strokeDasharray={load ? undefined : '4 4'}
              />
              {load &&
                // The fibres run across the batt; more of them where it is heavier.
                Array.from({ length: Math.max(1, Math.round(b.height / 9)) }, (_, k) => (
                  <line
                    key={k}
                    x1={b.x + 5}
                    x2={b.x + b.width - 5}
                    y1={b.y + 6 + k * 9}
                    y2={b.y + 6 + k * 9}
                    stroke="var(--oat)"
                  />
                ))}
              {at.words && (
                <>
                  <text
                    x={b.x + b.width / 2}
                    y={b.y + b.height + 16}
                    textAnchor="middle"
                    fontSize={13}
                    fontWeight={load ? 700 : 400}
                    fill={`var(--${load ? 'peat' : 'bark'})`}
                  >
                    {load ? (load.text ?? `${i + 1}`) : `${i + 1}`}
                  </text>
                  {apart && (
                    <text
                      x={b.x + b.width / 2}
                      y={b.y + b.height + 31}
                      textAnchor="middle"
                      fontSize={12}
                      fill="var(--peat)"
                    >
                      {standingWord[load.standing as 'light' | 'heavy']}
                    </text>
                  )}
                </>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
