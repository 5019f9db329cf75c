export interface BathShape {
  litres: number;
  hotLitres: number | null;
  celsius: number;
  liftedCelsius: number;
}

export interface BathPlace {
  x: number;
  width: number;
  /** Water level and the border between cold and hot, from the top. */
  waterTop: number;
  hotTop: number;
  /** The line from where the bath settles to where it is lifted. */
  from: number;
  to: number;
}

export interface BathsLayout {
  tubs: BathPlace[];
  floorY: number | null;
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
  const degrees = [...baths.flatMap((b) => [b.celsius, b.liftedCelsius]), ...(floor === null ? [] : [floor])];
  const low = Math.min(...degrees) - 3;
  const high = Math.max(...degrees) + 3;
  const y = (celsius: number) => curveBottom - ((celsius - low) / (high - low)) * (curveBottom - curveTop);
  const deep = (litres: number) => (litres / most) * (tubBottom - tubTop - 10);
  return {
    tubs: baths.map((b, i) => {
      const waterTop = tubBottom - deep(b.litres);
      return {
        x: i * (each + gap),
        width: each,
        waterTop,
        // Hot water lies on the cold in the picture; in the tub they are stirred.
        hotTop: b.hotLitres === null ? waterTop : waterTop + deep(b.hotLitres),
        from: y(b.celsius),
        to: y(b.liftedCelsius),
      };
    }),
    floorY: floor === null || baths.length === 0 ? null : y(floor),
    tubTop,
    tubBottom,
    curveTop,
    curveBottom,
    width: baths.length * each + Math.max(0, baths.length - 1) * gap,
  };
}
