/** Who fills in what was logged last when the key for it is pressed: the bench that is open. */
const benches = new Set<() => void>();

/** Listens until the returned function is called. */
export function onSameAgain(fill: () => void) {
  benches.add(fill);
  return () => void benches.delete(fill);
}

export const sameAgain = () => benches.forEach((fill) => fill());
