import type { Schema } from '../api/client';
import { stepWord } from '../ui/words';
import { useWidth } from './useWidth';
import styles from './RouteBand.module.css';

const thickest = 62;
const top = 42;

/** A way to the end before anything was done: a band that thins with every step, the likely range shaded around it. */
export function RouteBand({
  route,
  left,
}: {
  route: Schema['RouteView'];
  left: Schema['MassFigure'] | null | undefined;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const heaviest = Math.max(1, left?.grams ?? 1, ...route.steps.map((s) => s.high?.grams ?? 0));
  const scale = (grams: number | undefined) =>
    grams === undefined ? thickest / 2 : Math.max(3, (grams / heaviest) * thickest);
  const room = Math.max(300, width - 4);
  const step = Math.max(112, (room - 118) / (route.steps.length + 1));
  const start = 8;
  const x = (i: number) => start + (i + 1) * step;
  const height = top + thickest + 34;
  const end = x(route.steps.length);
  const middle = top + thickest / 2;
  const edge = (masses: (number | undefined)[]) =>
    masses.map((grams, i) => [start + i * step, scale(grams) / 2] as const);
  const band = outline(edge([left?.grams, ...route.steps.map((s) => s.mass?.grams)]), middle, step, end);
  return (
    <div className={styles.theRouteDrawn} ref={ref} tabIndex={0} role="group" aria-label="The route, drawn by mass">
      <svg width={Math.max(room, end + 112)} height={height} style={{ display: 'block' }}>
        {left && (
          <path
            d={outline(edge([left.grams, ...route.steps.map((s) => s.high?.grams)]), middle, step, end)}
            fill="var(--oat)"
            opacity={0.6}
          />
        )}
        <path d={band} fill="var(--shorn)" stroke="var(--bark)" strokeWidth={1.3} strokeDasharray="5 4" />
        <text
          x={start + 8}
          y={middle + 1}
          fontSize={15}
          fontFamily="var(--head-font)"
          fontWeight="var(--head-weight)"
          fill="var(--peat)"
        >
          {left?.text ?? 'not weighed'}
        </text>
        <text x={start + 8} y={middle + 16} fontSize={12} fill="var(--bark)">
          there now
        </text>
        {route.steps.map((s, i) => (
          <g key={i}>
            <line x1={x(i)} x2={x(i)} y1={top - 4} y2={top + thickest + 4} stroke="var(--walnut)" strokeWidth={2.5} />
            <text x={x(i) - 2} y={top - 24} fontSize={14} fontWeight={700} fill="var(--peat)">
              {stepWord[s.step]}
            </text>
            <text x={x(i) - 2} y={top - 9} fontSize={12} fill="var(--bark)">
              {[s.yield ? `${s.yield.text} kept` : '', s.hours?.text].filter(Boolean).join(' · ')}
            </text>
            {s.mass && (
              <text
                x={x(i) + 8}
                y={middle + 5}
                fontSize={i === route.steps.length - 1 ? 17 : 14}
                fontFamily="var(--head-font)"
                fontWeight="var(--head-weight)"
                fill="var(--peat)"
              >
                ~ {s.mass.text}
              </text>
            )}
            {s.low && s.high && i === route.steps.length - 1 && (
              <text x={x(i) + 8} y={middle + scale(s.high.grams) / 2 + 16} fontSize={12} fill="var(--bark)">
                {s.low.text} – {s.high.text}
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}

/** A stair of half-heights around a middle line, its corners eased. */
function outline(points: (readonly [number, number])[], middle: number, step: number, end: number) {
  const ease = Math.min(18, step / 4);
  const upper = points.flatMap(([px, h], i) => {
    const before = points[i - 1]?.[1] ?? h;
    return i === 0
      ? [`M${px} ${middle - h}`]
      : [`H${px - ease / 2}`, `C${px} ${middle - before} ${px} ${middle - h} ${px + ease / 2} ${middle - h}`];
  });
  const last = points.at(-1)![1];
  const lower = [...points].reverse().flatMap(([px, h], i, all) => {
    const next = all[i + 1];
    return next
      ? [`H${px + ease / 2}`, `C${px} ${middle + h} ${px} ${middle + next[1]} ${px - ease / 2} ${middle + next[1]}`]
      : [`H${px}`, 'Z'];
  });
  return [...upper, `H${end + 104}`, `V${middle + last}`, ...lower].join('');
}
