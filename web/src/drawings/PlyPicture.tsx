import type { Schema } from '../api/client';

const width = 58;
const top = 4;
const thick = 16;
const tints: Record<number, readonly string[]> = {
  1: ['var(--strand)'],
  2: ['var(--wool)', 'var(--strand)'],
  3: ['var(--wool)', 'var(--strand)', 'var(--oat)'],
  4: ['var(--wool)', 'var(--strand)', 'var(--oat)', 'var(--bark)'],
};

/** What can be chosen: a structure with its strands. */
export interface Plied {
  plies: number;
  structure: Schema['YarnStructure'];
}

/** A yarn as it is recognised in the hand: its strands a tint each, slanting as the middle of the letter S or Z. */
export function PlyPicture({ plies, structure, twist }: Plied & { twist: Schema['TwistDirection'] }) {
  const strands = structure === 'chain' ? 3 : structure === 'cable' ? 4 : plies;
  const pitch = strands === 1 ? 5 : 10;
  const lean = (strands === 1 ? 1.6 : Math.max(1, strands / 2)) * pitch;
  const count = Math.ceil((width + lean) / pitch) + 1;
  const line = (at: number) => {
    const [from, to] = twist === 'z' ? [at, at + lean] : [at + lean, at];
    return `M${from} ${top + thick}C${from + (to - from) * 0.2} ${top + thick * 0.6} ${from + (to - from) * 0.8} ${top + thick * 0.4} ${to} ${top}`;
  };
  return (
    <svg width={width} height={thick + 2 * top} aria-hidden="true">
      <rect x={0} y={top} width={width} height={thick} fill="var(--wool)" />
      {Array.from({ length: count }, (_, i) => {
        const at = i * pitch - lean;
        return (
          <g key={i}>
            <path
              d={line(at)}
              fill="none"
              stroke={structure === 'cable' ? tints[2]![i % 2] : tints[strands]![i % strands]}
              strokeWidth={strands === 1 ? 1.2 : pitch * 0.95}
            />
            {structure === 'cable' && (
              <path
                d={line(at)}
                fill="none"
                stroke="var(--bark)"
                strokeWidth={pitch * 0.3}
                strokeDasharray="2.5 2.5"
                opacity={0.6}
              />
            )}
          </g>
        );
      })}
      {structure === 'chain' && (
        <ellipse cx={width - 12} cy={top + thick / 2} rx={9} ry={5} fill="none" stroke="var(--bark)" strokeWidth={2} />
      )}
      <rect x={0} y={top} width={width} height={thick} fill="none" stroke="var(--bark)" strokeWidth={0.8} />
    </svg>
  );
}
