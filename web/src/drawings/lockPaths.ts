import type { Schema } from '../api/client';
import { uneven } from './random';

type Shape = Schema['LockShape'];

/** Fibres of a lock as paths along x from butt (0) to tip, in millimetres times `scale`; y is across. */
export function fibrePaths(shape: Shape, scale: number, name: string, fibres = 13): string[] {
  const rnd = uneven(name);
  const length = shape.lengthMillimetres;
  // A lock is about a tenth as wide as it is long, within what fingers pick up.
  const half = Math.max(2.5, Math.min(8, length * 0.045));
  const step = Math.max(0.35, (shape.wavelengthMillimetres ?? 8) / 14);
  return Array.from({ length: fibres }, (_, i) => {
    const place = fibres === 1 ? 0 : (i / (fibres - 1)) * 2 - 1;
    const reach = length * (1 - Math.abs(place) * 0.05 - rnd() * 0.05);
    const phase = place * 0.9 + (rnd() - 0.5) * 0.4;
    const own = 0.85 + rnd() * 0.3;
    const drift = (rnd() - 0.5) * 1.2;
    const wobble = [rnd(), rnd(), rnd()] as const;
    const points: string[] = [];
    for (let t = 0; t <= reach; t += step) {
      const along = t / length;
      // Cut square at the butt, together along the staple, to a point at the weathered tip.
      const spread =
        half * (along < 0.72 ? 1 - along * 0.12 : (1 - 0.72 * 0.12) * (1 - ((along - 0.72) / 0.28) ** 1.6 * 0.88));
      const [dx, dy] = offset(shape, t, phase, wobble, own);
      const x = (t + dx) * scale;
      const y = (place * spread + drift * along + dy) * scale;
      points.push(`${x.toFixed(1)} ${y.toFixed(1)}`);
    }
    return 'M' + points.join('L');
  });
}

function offset(
  shape: Shape,
  t: number,
  phase: number,
  wobble: readonly [number, number, number],
  own: number,
): [number, number] {
  const depth = shape.depthMillimetres * own;
  if (shape.wave === 'disorganised') {
    const a = Math.sin(t * (1.1 + wobble[0]) + wobble[1] * 6);
    const b = Math.sin(t * (2.3 + wobble[1]) + wobble[2] * 6);
    return [0, depth * 0.6 * (a + b)];
  }
  if (!shape.wavelengthMillimetres || depth === 0) return [0, 0.25 * Math.sin(t * 0.12 + wobble[0] * 6)];
  // Fibres of a staple wave together; across the lock the crests lag a little, so they slant.
  const turn = (2 * Math.PI * t) / shape.wavelengthMillimetres + phase;
  return [0, depth * (shape.wave === 'curl' ? Math.sin(turn) + 0.25 * Math.sin(turn / 2 + wobble[0]) : Math.sin(turn))];
}

/** Half the width of the drawn lock in millimetres, waves included. */
export const lockHalfWidth = (shape: Shape) =>
  Math.max(2.5, Math.min(8, shape.lengthMillimetres * 0.045)) + shape.depthMillimetres + 1;
