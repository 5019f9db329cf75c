import { type Schema } from '../api/client';
import { invalidate, putRun } from '../api/queries';

export type Run = Schema['RunView'];
export type Call = Schema['RunCallView'];
export type Craft = Schema['CraftView']['craft'];
/** A run with what is particular to its craft. */
export type RunOf<C extends Craft> = Run & { details: Extract<Schema['CraftView'], { craft: C }> };

export const againRuns = () => invalidate(['/api/runs', '/api/spinning/week']);

const spun: ReadonlySet<string> = new Set(['spin', 'ply']);

/** What follows a change of a run that the server has answered. */
export async function afterChange(run: Run) {
  await putRun(run);
  if (spun.has(run.craft)) void invalidate(['/api/spinning/week']);
}

export const runsOf = <C extends Craft>(runs: readonly Run[] | undefined, craft: C) =>
  (runs ?? []).filter((r): r is RunOf<C> => r.details.craft === craft);

/** What lies in a bath or on a rack runs; it waits for nobody. */
export const heldLots = (runs: readonly Run[] | undefined) =>
  new Set((runs ?? []).flatMap((r) => r.lots.map((l) => l.id)));

/** What is at work as a whole cannot be begun once more; of what is at work in part the rest can. */
export function freeOf<L extends { id: string }>(lots: readonly L[], runs: readonly Run[]): L[] {
  const whole = new Set(runs.flatMap((r) => r.lots.filter((l) => l.grams === null).map((l) => l.id)));
  return lots.filter((l) => !whole.has(l.id));
}

export const codesOf = (run: Run) => run.lots.map((l) => l.code).join(', ');

/** What a part of a run calls for, null where nothing lies in it. */
export const callOf = (run: Run, part: string) => run.calls.find((c) => c.part === part) ?? null;
