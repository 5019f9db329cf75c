import type { Schema } from '../api/client';
import { fleeceTone } from './fleeceTone';
import { uneven } from './random';

type Holding = Schema['Holding'];

const width = 250;
const height = 104;
/** The preparation lies here; its supply is drawn out to the right of it. */
const lies = { left: 6, top: 14, right: 118, bottom: 90 };
const middle = (lies.top + lies.bottom) / 2;
const across = lies.bottom - lies.top;

/** Fibre that is ready, how it is torn, rolled or folded, and the yarn that is drawn from it: smooth or with its ends standing out. */
export function Held({ holding, order, colour }: { holding: Holding; order: Schema['FibreOrder']; colour: string }) {
  const { fill, line } = fleeceTone(colour);
  const body = { fill, stroke: line, strokeWidth: 1 };
  const thin = { fill: 'none', stroke: line, strokeWidth: 0.8, opacity: 0.65 };
  const cut = { fill: 'none', stroke: 'var(--peat)', strokeWidth: 1.4, strokeDasharray: '5 3' };
  const next = uneven(holding);
  const strands = Array.from({ length: 11 }, (_, i) => lies.top + 5 + i * 6.6);
  const sheet = (
    <>
      <rect x={lies.left} y={lies.top} width={lies.right - lies.left} height={across} rx={5} {...body} />
      {strands.map((y) => (
        <path key={y} d={`M${lies.left + 4} ${y} q28 ${next() * 5 - 2.5} 54 0 t54 0`} {...thin} />
      ))}
    </>
  );
  const roll = (rings: boolean) => (
    <>
      <rect x={lies.left + 10} y={middle - 19} width={96} height={38} rx={10} {...body} />
      {rings
        ? Array.from({ length: 11 }, (_, i) => (
            <path key={i} d={`M${lies.left + 18 + i * 8} ${middle - 18} q6 18 0 36`} {...thin} />
          ))
        : [-13, -8, -3, 2, 7, 12].map((y) => <path key={y} d={`M${lies.left + 14} ${middle + y} h86`} {...thin} />)}
      <ellipse cx={lies.left + 104} cy={middle} rx={8} ry={19} {...body} />
      <path d={`M${lies.left + 104} ${middle - 12} a5 11 0 1 1 -1 22 a4 8 0 1 1 1 -16`} {...thin} />
    </>
  );
  const picture: Record<Holding, { from: number; thick: number; x: number; drawn: React.ReactNode }> = {
    wholeWidth: { from: middle, thick: across, x: lies.right, drawn: sheet },
    strips: {
      from: lies.top + across / 8,
      thick: across / 4,
      x: lies.right + 10,
      drawn: (
        <>
          {sheet}
          {[1, 2, 3].map((i) => (
            <path key={i} d={`M${lies.left} ${lies.top + (across * i) / 4} H${lies.right}`} {...cut} />
          ))}
          <rect x={lies.left + 10} y={lies.top} width={lies.right - lies.left} height={across / 4} rx={3} {...body} />
        </>
      ),
    },
    zStrip: {
      from: lies.top + across / 8,
      thick: across / 4,
      x: lies.right,
      drawn: (
        <>
          {sheet}
          <path
            d={[1, 2, 3]
              .map((i) => {
                const y = lies.top + (across * i) / 4;
                return i % 2 === 1
                  ? `M${lies.right} ${y} H${lies.left + 20}`
                  : `M${lies.left} ${y} H${lies.right - 20}`;
              })
              .join(' ')}
            {...cut}
          />
        </>
      ),
    },
    tornAndRolled: { from: middle, thick: 32, x: lies.left + 112, drawn: roll(true) },
    rolledFromTheSide: { from: middle, thick: 32, x: lies.left + 112, drawn: roll(false) },
    fromTheEnd: { from: middle, thick: 32, x: lies.left + 112, drawn: roll(order === 'jumbled') },
    fromTheFold: {
      from: middle,
      thick: 34,
      x: lies.left + 96,
      drawn: (
        <>
          <path
            d={`M${lies.left + 4} ${lies.top} H${lies.left + 62} A34 38 0 0 1 ${lies.left + 62} ${lies.bottom} H${lies.left + 4} v-22 H${lies.left + 56} A15 16 0 0 0 ${lies.left + 56} ${lies.top + 22} H${lies.left + 4} z`}
            {...body}
          />
          {[5, 10, 16].map((d) => (
            <path
              key={d}
              d={`M${lies.left + 8} ${lies.top + d} H${lies.left + 61} A${34 - d} ${38 - d} 0 0 1 ${lies.left + 61} ${lies.bottom - d} H${lies.left + 8}`}
              {...thin}
            />
          ))}
          <rect x={lies.left} y={middle - 9} width={62} height={18} rx={9} fill="var(--oat)" stroke="var(--bark)" />
        </>
      ),
    },
  };
  const { from, thick, x, drawn } = picture[holding];
  const yarn = x + 46;
  const half = 3.2;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden>
      {drawn}
      <path
        d={`M${x} ${from - thick / 2} C${x + 18} ${from - thick / 4} ${yarn - 14} ${middle - half} ${yarn} ${middle - half} H${width} V${middle + half} H${yarn} C${yarn - 14} ${middle + half} ${x + 18} ${from + thick / 4} ${x} ${from + thick / 2} z`}
        {...body}
      />
      {Array.from({ length: Math.floor((width - yarn) / 7) }, (_, i) => (
        <path key={i} d={`M${yarn + i * 7} ${middle + half} l5 ${-2 * half}`} {...thin} opacity={1} />
      ))}
      {order !== 'parallel' &&
        Array.from({ length: order === 'jumbled' ? 40 : 14 }, (_, i) => {
          const up = next() < 0.5 ? -1 : 1;
          return (
            <path
              key={i}
              d={`M${yarn + next() * (width - yarn)} ${middle + up * half} q${next() * 6} ${up * 3} ${next() * 8 - 2} ${up * (3 + next() * 5)}`}
              {...thin}
            />
          );
        })}
    </svg>
  );
}
