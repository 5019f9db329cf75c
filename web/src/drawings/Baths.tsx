import type { Schema } from '../api/client';
import { bathsLayout } from './bathLayout';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';

const kindWord = { soak: 'Soak', wash: 'Wash', rinse: 'Rinse' } as const;

/** Words keep clear of a line behind them. */
const clear = { paintOrder: 'stroke', stroke: 'var(--fleece)', strokeWidth: 5, strokeLinejoin: 'round' } as const;

export const minutesWord = (minutes: number) =>
  minutes >= 2880
    ? `${Math.round(minutes / 1440)} days`
    : minutes >= 180
      ? `${Math.round(minutes / 60)} h`
      : `${Math.round(minutes)} min`;

/** The whole wash as one picture: each bath with its hot and cold water, where it settles and what it cools to before the wool is lifted. */
export function Baths({ plan, done = 0 }: { plan: Schema['ScourPlanView']; done?: number }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const at = bathsLayout(plan.baths, plan.floor.degrees, (width || 700) - 8);
  const words = plan.baths
    .map(
      (b, i) =>
        `bath ${i + 1}, ${b.kind}: ${b.litres.toFixed(1)} litres poured at ${b.pour.text}, ${minutesWord(b.minutes)}`,
    )
    .join('; ');
  return (
    <div className={layout.scrollX} ref={ref} tabIndex={0} role="group" aria-label="The baths, drawn">
      <svg width={at.width + 8} height={300} role="img" aria-label={words} style={{ display: 'block' }}>
        <g transform="translate(4 0)">
          {at.floor && (
            <>
              <line
                x1={at.floor.x1}
                x2={at.floor.x2}
                y1={at.floor.y}
                y2={at.floor.y}
                stroke="var(--madder)"
                strokeWidth={2}
              />
              <text x={at.floor.x1 + 2} y={at.floor.y + 15} fontSize={12} fontWeight={700} fill="var(--madder)">
                floor {plan.floor.text}
              </text>
            </>
          )}
          {plan.baths.map((b, i) => {
            const t = at.tubs[i]!;
            const inset = 9;
            const water = (y: number) => {
              const slope = ((y - at.tubTop) / (at.tubBottom - at.tubTop)) * inset;
              return [t.x + slope, t.x + t.width - slope] as const;
            };
            const layer = (top: number, bottom: number) => {
              const [a, c] = water(top);
              const [d, e] = water(bottom);
              return `M${a},${top}L${c},${top}L${e},${bottom}L${d},${bottom}Z`;
            };
            const middle = t.x + t.width / 2;
            return (
              <g key={i} opacity={i < done ? 0.5 : 1}>
                <path
                  d={`M${t.x + 14},${t.from}C${middle},${t.from} ${middle},${t.to} ${t.x + t.width - 14},${t.to}`}
                  fill="none"
                  stroke="var(--walnut)"
                  strokeWidth={3}
                />
                <text x={t.x + 14} y={t.from - 6} fontSize={15} fontWeight={700} fill="var(--peat)" {...clear}>
                  {b.settles.text}
                </text>
                <text x={t.x + t.width - 14} y={t.to - 7} textAnchor="end" fontSize={12} fill="var(--bark)" {...clear}>
                  {b.lifted.text}
                </text>
                <path d={layer(t.waterTop, at.tubBottom)} fill="var(--wool)" />
                {t.hotEnd > t.kettleEnd + 0.2 && (
                  <path d={layer(t.kettleEnd, t.hotEnd)} fill="var(--weld)" opacity={0.45} />
                )}
                {t.kettleEnd > t.waterTop + 0.2 && (
                  <path d={layer(t.waterTop, t.kettleEnd)} fill="var(--madder)" opacity={0.45} />
                )}
                <path
                  d={`M${t.x},${at.tubTop}L${t.x + inset},${at.tubBottom}L${t.x + t.width - inset},${at.tubBottom}L${t.x + t.width},${at.tubTop}`}
                  fill="none"
                  stroke="var(--walnut)"
                  strokeWidth={3}
                  strokeLinejoin="round"
                />
                {t.words.map((w) => (
                  <text key={w.text} x={middle} y={w.y} textAnchor="middle" fontSize={14} fill="var(--peat)">
                    {w.text}
                  </text>
                ))}
                <text
                  x={middle}
                  y={at.tubBottom + 22}
                  textAnchor="middle"
                  fontSize={15}
                  fontWeight={700}
                  fill="var(--peat)"
                >
                  {i + 1} {kindWord[b.kind]}, {minutesWord(b.minutes)}
                </text>
                <text x={middle} y={at.tubBottom + 42} textAnchor="middle" fontSize={13} fill="var(--bark)">
                  {b.kind === 'soak' ? 'as it comes' : `pour ${b.pour.text}`}
                </text>
                {b.doseGrams > 0 && (
                  <text x={middle} y={at.tubBottom + 61} textAnchor="middle" fontSize={13} fill="var(--bark)">
                    dose {b.doseGrams.toFixed(b.doseGrams < 20 ? 1 : 0)} g
                  </text>
                )}
              </g>
            );
          })}
        </g>
      </svg>
    </div>
  );
}
