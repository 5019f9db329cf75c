/** A run of neighbouring thin layers of one component, as a band. */
export interface LayerBand {
  component: number;
  x: number;
  width: number;
}

/** Thin layers from left to right, neighbours of one component drawn as one. */
export function bandsOf(layers: readonly number[], width: number): LayerBand[] {
  const each = width / Math.max(1, layers.length);
  const bands: LayerBand[] = [];
  layers.forEach((component, i) => {
    const last = bands.at(-1);
    if (last?.component === component) last.width += each;
    else bands.push({ component, x: i * each, width: each });
  });
  return bands;
}

/** A load as it is laid on, from the bottom: each layer as thick as it is heavy, none so thin that it is not seen. */
export function laidLayout(grams: readonly number[], height: number) {
  const all = grams.reduce((sum, g) => sum + g, 0) || 1;
  const least = 2;
  const thin = grams.map((g) => Math.max(least, (g / all) * height));
  const scale = height / thin.reduce((sum, t) => sum + t, 0);
  let bottom = height;
  return thin.map((t) => {
    const tall = t * scale;
    bottom -= tall;
    return { y: bottom, height: tall };
  });
}
