export interface Pass {
  down: number;
  hair: number;
  lost: number;
  hairsPerGram: number | null;
}

export interface PassesLayout {
  bars: { x: number; width: number; down: [number, number]; hair: [number, number]; lost: [number, number] }[];
  dots: { x: number; y: number; value: number }[];
  line: string;
  allowedY: number;
  top: number;
  bottom: number;
}

/** Passes side by side: what went in as a bar of down, hair and what was lost; over them the hairs left in a gram, by tens. */
export function passesLayout(passes: readonly Pass[], allowed: number, width: number, height: number): PassesLayout {
  const top = 22;
  const bottom = height - 40;
  const each = Math.min(120, (width - 20) / Math.max(1, passes.length));
  const heaviest = Math.max(1, ...passes.map((p) => p.down + p.hair + p.lost));
  const tall = (grams: number) => (grams / heaviest) * (bottom - top) * 0.62;
  // Hairs fall by tens rather than by ones: one more than none is not the same as one more than a hundred.
  const most = Math.max(allowed * 2, 2, ...passes.map((p) => p.hairsPerGram ?? 0));
  const y = (hairs: number) => bottom - (Math.log1p(hairs) / Math.log1p(most)) * (bottom - top);
  const dots = passes.flatMap((p, i) =>
    p.hairsPerGram === null ? [] : [{ x: 10 + each * (i + 0.5), y: y(p.hairsPerGram), value: p.hairsPerGram }],
  );
  return {
    bars: passes.map((p, i) => {
      const down = tall(p.down);
      const hair = tall(p.hair);
      const lost = tall(p.lost);
      return {
        x: 10 + each * i + each * 0.14,
        width: each * 0.72,
        down: [bottom - down, down],
        hair: [bottom - down - hair, hair],
        lost: [bottom - down - hair - lost, lost],
      };
    }),
    dots,
    line: dots.map((d, i) => `${i === 0 ? 'M' : 'L'}${d.x.toFixed(1)},${d.y.toFixed(1)}`).join(''),
    allowedY: y(allowed),
    top,
    bottom,
  };
}
