import type { Schema } from '../api/client';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';

const left = 46;
const bottom = 40;
const height = 470;
const finest = 10;
const coarsest = 46;
const shortest = 20;
const longest = 400;

/** Breeds as boxes, fineness across and staple upwards (by ratio, for the long are many times the short). */
export function BreedChart({
  breeds,
  lit,
  chosen,
  choose,
}: {
  breeds: readonly Schema['BreedView'][];
  lit: Set<string>;
  chosen: string | null;
  choose: (name: string) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const right = Math.max(300, width - 4);
  const x = (micron: number) =>
    left + ((Math.min(coarsest, Math.max(finest, micron)) - finest) / (coarsest - finest)) * (right - left - 8);
  const y = (mm: number) =>
    height -
    bottom -
    (Math.log(Math.min(longest, Math.max(shortest, mm)) / shortest) / Math.log(longest / shortest)) *
      (height - bottom - 12);
  const order = [...breeds].sort((a, b) => weight(a) - weight(b));
  function weight(b: Schema['BreedView']) {
    return (b.breed.name === chosen ? 2 : 0) + (lit.has(b.breed.name) ? 1 : 0);
  }
  const one = breeds.find((b) => b.breed.name === chosen);
  return (
    <div className={layout.mayShrink} ref={ref}>
      <svg width="100%" height={height} role="group" aria-label="Breeds by fineness and staple length">
        {[50, 100, 150, 200, 300].map((mm) => (
          <g key={mm}>
            <line x1={left} x2={right} y1={y(mm)} y2={y(mm)} stroke="var(--oat)" />
            <text x={left - 6} y={y(mm) + 4} fontSize={12} textAnchor="end" fill="var(--bark)">
              {mm}
            </text>
          </g>
        ))}
        {[15, 20, 25, 30, 35, 40, 45].map((um) => (
          <g key={um}>
            <line x1={x(um)} x2={x(um)} y1={12} y2={height - bottom} stroke="var(--oat)" />
            <text x={x(um)} y={height - bottom + 17} fontSize={12} textAnchor="middle" fill="var(--bark)">
              {um}
            </text>
          </g>
        ))}
        <text x={right} y={height - 6} fontSize={13} textAnchor="end" fill="var(--peat)">
          fineness, µm
        </text>
        <text x={4} y={height - 6} fontSize={13} fill="var(--peat)">
          staple, mm
        </text>
        {order.map((b) => {
          const { micron, stapleMillimetres: staple } = b.breed;
          const isChosen = b.breed.name === chosen;
          const on = lit.has(b.breed.name);
          return (
            <rect
              key={b.breed.name}
              x={x(micron.low)}
              y={y(staple.high)}
              width={Math.max(4, x(micron.high) - x(micron.low))}
              height={Math.max(4, y(staple.low) - y(staple.high))}
              rx={6}
              fill={isChosen ? 'var(--woad)' : 'var(--wool)'}
              fillOpacity={isChosen ? 0.35 : on ? 0.14 : 0.03}
              stroke={isChosen ? 'var(--woad)' : b.from === 'yours' ? 'var(--lichen)' : 'var(--bark)'}
              strokeOpacity={isChosen || b.from === 'yours' ? 1 : on ? 0.55 : 0.12}
              strokeWidth={isChosen ? 2.5 : b.from === 'yours' ? 2 : 0.8}
              onClick={() => choose(b.breed.name)}
              style={{ cursor: 'pointer' }}
            />
          );
        })}
        {one && (
          <text
            x={Math.min(x(one.breed.micron.low) + 8, right - 150)}
            y={y(one.breed.stapleMillimetres.high) + 20}
            fontSize={15}
            fontWeight={700}
            fill="var(--peat)"
            pointerEvents="none"
          >
            {one.breed.name}
          </text>
        )}
      </svg>
    </div>
  );
}
