/** A tuft on its row: where its time puts it, and how wide it is. */
export interface Standing {
  x: number;
  r: number;
}

/** Where so many days lie: today at the left. Days crowd near today, so the axis runs by their root. */
export const placeOf = (days: number, longest: number, from: number, to: number) =>
  from + (to - from) * Math.sqrt(days / longest);

const apart = (a: Standing, b: Standing) => Math.max(46, a.r + b.r + 4);

/**
 * Tufts that would lie on each other move apart, keeping their order, between two edges. What finds no room is left out from the far
 * end: the last that stands leaves room for a word about it.
 */
export function standing<T extends Standing>(items: readonly T[], from: number, to: number): { shown: T[]; left: T[] } {
  const inOrder = [...items].sort((a, b) => a.x - b.x);
  const most = fitting(inOrder, to - from);
  const shown = inOrder.slice(0, most).map((item) => ({ ...item, x: Math.max(from, item.x) }));
  const end = most < inOrder.length ? to - room : to;
  for (let i = 1; i < shown.length; i++)
    shown[i]!.x = Math.max(shown[i]!.x, shown[i - 1]!.x + apart(shown[i - 1]!, shown[i]!));
  for (let i = shown.length - 1, edge = end; i >= 0; i--) {
    shown[i]!.x = Math.min(shown[i]!.x, edge);
    if (i > 0) edge = shown[i]!.x - apart(shown[i - 1]!, shown[i]!);
  }
  return { shown, left: inOrder.slice(most) };
}

/** Room for "+12" behind the last tuft. */
const room = 38;

/** How many of them stand side by side within a width: all, or as many as leave room for the word; at least one. */
function fitting(items: readonly Standing[], width: number) {
  let [needed, withWord] = [0, Math.min(1, items.length)];
  for (let i = 1; i < items.length; i++) {
    needed += apart(items[i - 1]!, items[i]!);
    if (needed > width) return withWord;
    if (needed <= width - room) withWord = i + 1;
  }
  return items.length;
}
