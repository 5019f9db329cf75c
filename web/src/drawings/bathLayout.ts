export interface BathShape {
  kind: 'soak' | 'wash' | 'rinse';
  litres: number;
  hotLitres: number | null;
  coldLitres: number | null;
  kettleLitres?: number | null;
  /** In whatever degrees: the picture takes its scale from them. */
  settles: { degrees: number };
  lifted: { degrees: number };
}

export interface BathPlace {
  x: number;
  width: number;
  /** The water's level, and the borders under what came from the kettle and under the hot, from the top. */
  waterTop: number;
  kettleEnd: number;
  hotEnd: number;
  /** What is poured in, each with the line it is written on. */
  words: { y: number; text: string }[];
  /** The line from where the bath settles to where it is lifted. */
  from: number;
  to: number;
}

export interface BathsLayout {
  tubs: BathPlace[];
  /** The floor, over the baths it counts for. */
  floor: { y: number; x1: number; x2: number } | null;
  tubTop: number;
  tubBottom: number;
  curveTop: number;
  curveBottom: number;
  width: number;
}

/** Tubs side by side, all at one scale of litres, over them the temperature each settles at and cools to. */
export function bathsLayout(baths: readonly BathShape[], floor: number | null, width: number): BathsLayout {
  const gap = 16;
  const each = Math.max(104, Math.min(190, (width - gap * (baths.length - 1)) / Math.max(1, baths.length)));
  const curveTop = 24;
  const curveBottom = 104;
  const tubTop = 128;
  const tubBottom = 218;
  const most = Math.max(...baths.map((b) => b.litres), 0.001);
  const degrees = [...baths.flatMap((b) => [b.settles.degrees, b.lifted.degrees]), ...(floor === null ? [] : [floor])];
  const low = Math.min(...degrees) - 3;
  const high = Math.max(...degrees) + 3;
  const y = (degree: number) => curveBottom - ((degree - low) / (high - low)) * (curveBottom - curveTop);
  const deep = (litres: number) => (litres / most) * (tubBottom - tubTop - 10);
  const washes = baths.flatMap((b, i) => (b.kind === 'wash' ? [i * (each + gap)] : []));
  return {
    tubs: baths.map((b, i) => {
      const waterTop = tubBottom - deep(b.litres);
      // The hotter lies on the colder in the picture; in the tub they are stirred.
      const kettleEnd = waterTop + deep(b.kettleLitres ?? 0);
      const hotEnd = kettleEnd + deep(b.hotLitres ?? 0);
      return {
        x: i * (each + gap),
        width: each,
        waterTop,
        kettleEnd,
        hotEnd,
        words: waterWords(b, waterTop, kettleEnd, hotEnd, tubBottom),
        from: y(b.settles.degrees),
        to: y(b.lifted.degrees),
      };
    }),
    floor: floor === null || washes.length === 0 ? null : { y: y(floor), x1: washes[0]!, x2: washes.at(-1)! + each },
    tubTop,
    tubBottom,
    curveTop,
    curveBottom,
    width: baths.length * each + Math.max(0, baths.length - 1) * gap,
  };
}

/** A layer thinner than this has no room for its words. */
const thin = 15;
const lineHeight = 18;

function waterWords(
  b: BathShape,
  waterTop: number,
  kettleEnd: number,
  hotEnd: number,
  bottom: number,
): BathPlace['words'] {
  const middle = (top: number, low: number) => (top + low) / 2 + 5;
  if (b.hotLitres === null || b.coldLitres === null)
    return [{ y: Math.min(middle(waterTop, bottom), bottom - 6), text: `${b.litres.toFixed(1)} L` }];
  const layers = [
    ...(b.kettleLitres
      ? [{ litres: b.kettleLitres, text: `${b.kettleLitres.toFixed(1)} L kettle`, top: waterTop, low: kettleEnd }]
      : []),
    { litres: b.hotLitres, text: `${b.hotLitres.toFixed(1)} L hot`, top: kettleEnd, low: hotEnd },
    { litres: b.coldLitres, text: `${b.coldLitres.toFixed(1)} L cold`, top: hotEnd, low: bottom },
  ].filter((l) => l.litres > 0.05);
  if (layers.every((l) => l.low - l.top >= thin)) return layers.map((l) => ({ y: middle(l.top, l.low), text: l.text }));
  // Written together where the water is, the hot over the cold as they lie.
  const low = Math.max(middle(waterTop, bottom), waterTop + lineHeight - 4) + ((layers.length - 1) * lineHeight) / 2;
  const last = Math.min(low, bottom - 6);
  return layers.map((l, i) => ({ y: last - (layers.length - 1 - i) * lineHeight, text: l.text }));
}
