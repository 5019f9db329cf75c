import { tuftRadius } from './Tuft';

export interface ClipMark {
  x: number;
  /** Radius of the clip as it came, null when it was not weighed. */
  came: number | null;
  /** Radius of what was last made of it, null when nothing was yet. */
  made: number | null;
}

const Largest = 62;
const Least = 3;

/** Clips side by side, the oldest first, all at one scale of area: the heaviest fills its place. */
export function layClips(
  clips: readonly { came: { grams: number } | null; made: { grams: number } | null }[],
  width: number,
) {
  const pitch = Math.max(150, Math.min(220, width / Math.max(1, clips.length)));
  const heaviest = Math.max(1, ...clips.map((c) => Math.max(c.came?.grams ?? 0, c.made?.grams ?? 0)));
  const perRoot = Largest / Math.sqrt(heaviest);
  const radius = (grams: number) => Math.max(Least, tuftRadius(grams, perRoot));
  return {
    width: Math.max(width, pitch * clips.length),
    pitch,
    middle: Largest * 1.25,
    marks: clips.map((c, i): ClipMark => ({
      x: pitch * (i + 0.5),
      came: c.came ? radius(c.came.grams) : null,
      made: c.made ? radius(c.made.grams) : null,
    })),
  };
}
