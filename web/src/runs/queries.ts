import { useQuery } from '@tanstack/react-query';
import { api, need, queryClient, type Schema } from '../api/client';

export type Run = Schema['RunView'];
export type Call = Schema['RunCallView'];
export type Craft = Schema['CraftView']['craft'];
/** A run with what is particular to its craft. */
export type RunOf<C extends Craft> = Run & { details: Extract<Schema['CraftView'], { craft: C }> };

/** What runs at the benches; the live stream says when to ask again, and without it every half minute does. */
export const useRuns = () =>
  useQuery({ queryKey: ['runs'], refetchInterval: 30_000, queryFn: () => need(api.GET('/api/runs')) });

export const againRuns = () => queryClient.invalidateQueries({ queryKey: ['runs'] });

export const runsOf = <C extends Craft>(runs: readonly Run[] | undefined, craft: C) =>
  (runs ?? []).filter((r): r is RunOf<C> => r.details.craft === craft);

/** What lies in a bath or on a rack runs; it waits for nobody. */
export const heldLots = (runs: readonly Run[] | undefined) =>
  new Set((runs ?? []).flatMap((r) => r.lots.map((l) => l.id)));

export const codesOf = (run: Run) => run.lots.map((l) => l.code).join(', ');

/** What a part of a run calls for, null where nothing lies in it. */
export const callOf = (run: Run, part: string) => run.calls.find((c) => c.part === part) ?? null;
