import { useId } from 'react';
import type { Schema } from '../api/client';
import { tone } from '../app/theme';
import { fleeceTone } from './fleeceTone';

const magnified = 8;

/** Yarn at its measured angle and relative thickness, eight times its size, against a ruler in millimetres. */
export function Yarn({
  sample,
  colour,
  width = 220,
}: {
  sample: Schema['SampleView'];
  colour: string;
  width?: number;
}) {
  const clip = useId();
  const mm = sample.diameterMillimetres;
  if (!mm) return null;
  const px = (96 / 25.4) * magnified;
  const d = Math.min(90, mm * px);
  const plies = sample.plies ?? 1;
  const angle = sample.twistAngleDegrees ?? 0;
  const { fill, line } = fleeceTone(colour);
  // On the surface tan(angle) = pi d / length of one turn; n plies show n strands to a turn.
  const pitch = angle > 0 ? (Math.PI * d) / Math.tan((angle * Math.PI) / 180) / plies : 0;
  const top = 8;
  const strands = pitch > 3 ? Math.ceil((width + d * 2) / pitch) + 1 : 0;
  const bump = Math.min(5, d * 0.09);
  const edge = (sign: number) =>
    strands
      ? Array.from({ length: strands + 2 }, () => `q${pitch / 2} ${sign * bump * -1} ${pitch} 0`).join('')
      : `h${width + 20}`;
  return (
    <svg
      width={width}
      height={d + 40}
      role="img"
      aria-label={`Yarn ${mm.toFixed(2)} mm thick, ${plies === 1 ? 'singles' : `${plies} plies`}${angle ? ` at ${angle} degrees` : ''}, drawn ${magnified} times its size`}
    >
      <defs>
        <clipPath id={clip}>
          <path d={`M-10 ${top}${edge(1)}V${top + d}H-10Z`} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${clip})`}>
        <rect x={-10} y={0} width={width + 20} height={top + d} fill={fill} />
        {Array.from({ length: strands }, (_, i) => {
          const x = i * pitch - d;
          const reach = d / Math.max(0.15, Math.tan(((90 - angle) * Math.PI) / 180) || 1);
          return (
            <path
              key={i}
              d={`M${x} ${top + d}C${x + reach * 0.15} ${top + d * 0.55} ${x + reach * 0.85} ${top + d * 0.45} ${x + reach} ${top - 2}`}
              fill="none"
              stroke={line}
              strokeWidth={plies > 1 ? 1.8 : 0.8}
            />
          );
        })}
      </g>
      <path d={`M0 ${top + d}H${width}`} stroke={line} strokeWidth={1.2} />
      <path d={`M0 ${top}H${width}`} stroke={line} strokeWidth={0.6} opacity={0.5} />
      <path
        d={`M2 ${top + d + 12}h${px}M2 ${top + d + 8}v8M${2 + px} ${top + d + 8}v8`}
        stroke={tone('peat')}
        fill="none"
      />
      <text x={8 + px} y={top + d + 17} fontSize={12} fill={tone('bark')}>
        1 mm · drawn ×{magnified}
      </text>
    </svg>
  );
}
