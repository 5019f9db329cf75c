/** A strip in its place along a ply: as long as it is heavy. */
export interface StripPlace {
  x: number;
  width: number;
}

/** Strips of one ply from left to right; all plies share one scale, so that what drifts apart is seen. */
export function stripsLayout(grams: readonly number[], mostGrams: number, width: number): StripPlace[] {
  const each = width / Math.max(1e-9, mostGrams);
  let x = 0;
  return grams.map((g) => {
    const place = { x, width: g * each };
    x += place.width;
    return place;
  });
}

/** Neighbouring steps of one colour drawn as one piece. */
export function piecesOf(colours: readonly string[], width: number): { colour: string; x: number; width: number }[] {
  const each = width / Math.max(1, colours.length);
  const pieces: { colour: string; x: number; width: number }[] = [];
  colours.forEach((colour, i) => {
    const last = pieces.at(-1);
    if (last?.colour === colour) last.width += each;
    else pieces.push({ colour, x: i * each, width: each });
  });
  return pieces;
}

/** The strands of a yarn as slanting strokes that follow one another, each as wide as its part of a step. */
export function twistOf(strands: readonly (readonly string[])[], width: number, thick: number, strokes: number) {
  const each = width / strokes;
  return Array.from({ length: strokes }, (_, i) => {
    const seen = strands[Math.min(strands.length - 1, Math.floor((i / strokes) * strands.length))] ?? [];
    const x = i * each;
    return {
      colour: seen[i % Math.max(1, seen.length)] ?? '#000000',
      points: [
        [x - thick * 0.35, thick],
        [x + each * 1.15 - thick * 0.35, thick],
        [x + each * 1.15 + thick * 0.35, 0],
        [x + thick * 0.35, 0],
      ] as const,
    };
  });
}
