import { useId } from 'react';
import type { Schema } from '../api/client';
import { fleeceTone } from './fleeceTone';
import { uneven } from './random';

const top = 10;
const pxPerMm = 96 / 25.4;

/** What of a yarn is drawn; without a thickness nothing is. */
export type DrawnYarn = Pick<Schema['SampleView'], 'diameterMillimetres' | 'plies' | 'twistAngleDegrees'> & {
  twist?: Schema['TwistDirection'] | null;
};

/** So many times their size, at most eight, as the thickest of several yarns has room for: what is compared is drawn at one scale. */
export const magnifiedFor = (thickest: number, room = 70) =>
  Math.max(1, Math.min(8, Math.floor(room / (thickest * pxPerMm))));

/**
 * Yarn at its measured angle and relative thickness, several times its size, against a ruler in millimetres. Where nobody read the angle
 * its edge is broken and no strand is drawn: how they lie is not known. */
export function Yarn({
  sample,
  colour,
  width = 220,
  magnified = 8,
}: {
  sample: DrawnYarn;
  colour: string;
  width?: number;
  magnified?: number;
}) {
  const clip = useId();
  const mm = sample.diameterMillimetres;
  if (!mm) return null;
  const px = pxPerMm * magnified;
  const d = Math.min(90, mm * px);
  const plies = sample.plies ?? 1;
  const angle = sample.twistAngleDegrees ?? 0;
  const { fill, line } = fleeceTone(colour);
  // On the surface tan(angle) = pi d / length of one turn; n plies show n strands to a turn, and half a turn is in sight.
  const turn = angle > 0 ? (Math.PI * d) / Math.tan((angle * Math.PI) / 180) : 0;
  const pitch = turn / plies;
  const count = pitch > 3 ? Math.ceil((width + turn) / pitch) + 1 : 0;
  const bulge = plies > 1 ? d * 0.1 : 0;
  const long = count && bulge ? (count + 1) * pitch : width + 20;
  const edge = (sign: number) =>
    count && bulge
      ? Array.from({ length: count + 1 }, () => `q${(sign * pitch) / 2} ${-sign * bulge * 2} ${sign * pitch} 0`).join(
          '',
        )
      : `h${sign * long}`;
  const strand = (x0: number) =>
    'M' +
    Array.from({ length: 13 }, (_, i) => {
      const half = i / 12;
      const y = top + d / 2 + (d / 2 + bulge) * Math.cos(Math.PI * half);
      return `${(x0 + (half * turn) / 2).toFixed(1)} ${y.toFixed(1)}`;
    }).join('L');
  const words = plies === 1 ? 'singles' : `${plies} plies`;
  const known = angle > 0;
  return (
    <svg
      width={width}
      height={d + 46}
      role="img"
      aria-label={`Yarn ${mm.toFixed(2)} mm thick, ${words}${sample.twist ? ` ${sample.twist.toUpperCase()}` : ''}${angle ? ` at ${angle} degrees` : ', angle not read'}, drawn ${magnified} times its size`}
    >
      <defs>
        <clipPath id={clip}>
          <path d={`M-10 ${top}${edge(1)}V${top + d}${edge(-1)}Z`} />
        </clipPath>
      </defs>
      <g transform={sample.twist === 's' ? `matrix(-1 0 0 1 ${width} 0)` : undefined}>
        <g clipPath={`url(#${clip})`}>
          <rect x={-10} y={0} width={long} height={top + d + 20} fill={fill} />
          {Array.from({ length: count * 5 }, (_, i) => (
            <path
              key={i}
              d={strand((i / 5) * pitch - turn / 2)}
              fill="none"
              stroke={line}
              strokeWidth={i % 5 === 0 && plies > 1 ? 2 : 0.6}
              opacity={i % 5 === 0 ? 1 : 0.55}
            />
          ))}
        </g>
        <path
          d={`M-10 ${top}${edge(1)}V${top + d}${edge(-1)}Z`}
          fill="none"
          stroke={line}
          strokeWidth={1}
          strokeDasharray={known ? undefined : '5 4'}
        />
        {!known && <Flecks width={width} top={top} d={d} line={line} />}
      </g>
      <path
        d={`M2 ${top + d + 18}h${px}M2 ${top + d + 14}v8M${2 + px} ${top + d + 14}v8`}
        stroke="var(--peat)"
        fill="none"
      />
      <text x={8 + px} y={top + d + 23} fontSize={12} fill="var(--bark)">
        1 mm · drawn ×{magnified}
        {known ? '' : ' · angle not read'}
      </text>
    </svg>
  );
}

/** Fibre without a direction. */
function Flecks({ width, top, d, line }: { width: number; top: number; d: number; line: string }) {
  const random = uneven('flecks');
  const count = Math.round((width * d) / 90);
  return (
    <path
      d={Array.from({ length: count }, () => {
        const [x, y, way] = [random() * width, top + d * (0.1 + 0.8 * random()), random() * Math.PI];
        return `M${x.toFixed(1)} ${y.toFixed(1)}l${(4 * Math.cos(way)).toFixed(1)} ${(4 * Math.sin(way)).toFixed(1)}`;
      }).join('')}
      stroke={line}
      strokeWidth={0.6}
      opacity={0.6}
      fill="none"
    />
  );
}
