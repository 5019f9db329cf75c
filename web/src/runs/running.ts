import { useClockHeard, useNow } from '../live/live';
import { leftUntil } from '../live/time';
import type { Schema } from '../api/client';
import { type Run } from './queries';
import { readyWord, liesWord } from './words';
import { useRuns } from '../api/queries';

const earliest = (times: (string | null)[]) =>
  times.filter((t): t is string => t !== null).sort((a, b) => Date.parse(a) - Date.parse(b))[0];

/** What runs at a station, in a few words: the moment that comes first. Null where nothing lies there. */
export function runningWord(runs: readonly Run[], step: Schema['StepKind'], now: number): string | null {
  const calls = runs.filter((r) => r.craft === step).flatMap((r) => r.calls);
  const first = earliest(calls.map((c) => c.dueAt));
  if (calls.some((c) => c.act === 'log')) return readyWord[step] ?? 'ready';
  if (calls.some((c) => c.act === 'weighAgain')) return 'weigh again';
  if (first) return leftUntil(first, now);
  return calls.length > 0 ? (liesWord[step] ?? 'runs') : null;
}

export function useRunning() {
  const runs = useRuns();
  const now = useNow(5000);
  const clock = useClockHeard();
  return (step: Schema['StepKind']) => (clock ? runningWord(runs.data ?? [], step, now) : null);
}
