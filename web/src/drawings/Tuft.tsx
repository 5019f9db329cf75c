import { fleeceTone } from './fleeceTone';
import { uneven } from './random';

/** Radius in pixels of a tuft whose area follows its mass. */
export const tuftRadius = (grams: number, perRoot: number) => Math.sqrt(Math.max(0, grams)) * perRoot;

/** The outline of a tuft: bulges round a circle, uneven but always the same for the same name. */
export function tuftPath(cx: number, cy: number, r: number, name: string) {
  const rnd = uneven(name);
  const bulges = Math.max(6, Math.min(13, Math.round(r / 3)));
  const start = rnd() * Math.PI;
  const at = (i: number, reach: number): [number, number] => {
    const angle = start + (i / bulges) * 2 * Math.PI;
    return [cx + Math.cos(angle) * r * reach, cy + Math.sin(angle) * r * reach * 0.86];
  };
  const ends = Array.from({ length: bulges }, (_, i) => at(i, 0.9 + rnd() * 0.16));
  const parts = ends.map(([x, y], i) => {
    const [nx, ny] = ends[(i + 1) % bulges]!;
    const [qx, qy] = at(i + 0.5, 1.22 + rnd() * 0.12);
    return `${i === 0 ? `M${x.toFixed(1)} ${y.toFixed(1)}` : ''}Q${qx.toFixed(1)} ${qy.toFixed(1)} ${nx.toFixed(1)} ${ny.toFixed(1)}`;
  });
  return parts.join('') + 'Z';
}

interface TuftProps {
  cx: number;
  cy: number;
  r: number;
  name: string;
  colour?: string;
  /** Not weighed yet: an outline of no certain size. */
  open?: boolean;
}

/** A heap of fibre, with a few stray fibres so that it reads as wool and not as a dot. */
export function Tuft({ cx, cy, r, name, colour = '', open = false }: TuftProps) {
  const { fill, line } = fleeceTone(colour);
  const rnd = uneven(name + '~');
  const strays = open
    ? ''
    : Array.from({ length: Math.min(6, Math.max(2, Math.round(r / 6))) }, () => {
        const x = cx + (rnd() - 0.5) * r * 1.1;
        const y = cy + (rnd() - 0.5) * r * 0.9;
        const w = r * (0.25 + rnd() * 0.2);
        const h = r * 0.16;
        return `M${x - w} ${y}q${w / 2} ${-h} ${w} 0t${w} 0`;
      }).join('');
  return (
    <>
      <path
        d={tuftPath(cx, cy, r, name)}
        fill={open ? 'none' : fill}
        stroke={open ? 'var(--bark)' : line}
        strokeWidth={1.2}
        strokeDasharray={open ? '3 3' : undefined}
      />
      {strays && <path d={strays} fill="none" stroke={line} strokeWidth={0.9} strokeLinecap="round" opacity={0.7} />}
    </>
  );
}
