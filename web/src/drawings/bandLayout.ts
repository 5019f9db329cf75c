/** Parts of a band side by side, each as wide as its share of all of them. */
export function bandOf(shares: readonly number[], width: number): { x: number; width: number }[] {
  const all = shares.reduce((a, b) => a + b, 0) || 1;
  let x = 0;
  return shares.map((share) => {
    const part = { x, width: (share / all) * width };
    x += part.width;
    return part;
  });
}
