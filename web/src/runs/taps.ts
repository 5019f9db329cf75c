import { useMutation, useMutationState } from '@tanstack/react-query';
import { api, Problem, queryClient, type Schema } from '../api/client';
import { newKey, read, remove, named, write } from '../api/keep';
import { afterChange, againRuns } from './queries';
import { useChanges } from '../api/change';
import { runAsTold } from '../api/queries';

/** One tap at a run, with the key under which it is stored once however often it is sent. */
interface Tap {
  run: string;
  key: string;
  command: Schema['RunCommand'];
}

const mutationKey = ['tap'];
const storePrefix = 'tap:';
const patience = 3000;
const isAway = (e: unknown) => e instanceof Problem && e.isAway;

queryClient.setMutationDefaults(mutationKey, {
  mutationFn: async ({ run, key, command }: Tap) =>
    (
      await api.POST('/api/runs/{id}/events', {
        params: { path: { id: run }, header: { 'Idempotency-Key': key } },
        body: command,
      })
    ).data!,
  networkMode: 'always',
  // While the server or its database is away the tap waits, with its time.
  retry: (_, error) => isAway(error),
  retryDelay: patience,
  gcTime: Infinity,
  onSuccess: afterChange,
});

const scopeOf = (run: string) => ({ id: `run ${run}` });

let kept = false;

/** Taps that waited when the page was left. */
const restored = new Set<number>();

/**
 * From now on a tap that waits for the server outlives a reload: each lies in this device's store under its own key until it is stored or
 * refused, so that two tabs do not lose each other's. To be called once somebody is signed in: what waited before is sent.
 */
export function keepTaps() {
  if (kept) return;
  kept = true;
  const cache = queryClient.getMutationCache();
  cache.subscribe(({ mutation }) => {
    const tap = mutation?.state.variables as Tap | undefined;
    if (!mutation || !tap || mutation.options.mutationKey?.[0] !== mutationKey[0]) return;
    if (mutation.state.status === 'pending') write(storePrefix + tap.key, tap);
    else remove(storePrefix + tap.key);
  });
  for (const name of named(storePrefix)) {
    const tap = read<Tap>(name);
    if (!tap) continue;
    const mutation = cache.build<Schema['RunView'], unknown, Tap, unknown>(
      queryClient,
      queryClient.defaultMutationOptions({ mutationKey, scope: scopeOf(tap.run) }),
    );
    restored.add(mutation.mutationId);
    // One that is refused now stays as an error: RefusedTaps shows it.
    void mutation.execute(tap).catch(() => undefined);
  }
}

/** The same tap, whenever it was tapped. */
export const isSame = (one: Schema['RunCommand'], other: Schema['RunCommand']) =>
  JSON.stringify({ ...one, at: null }) === JSON.stringify({ ...other, at: null });

/** What was shown of the run when a command was tapped. */
const shownAt = new WeakMap<Schema['RunCommand'], unknown>();

/** Whether the same was tapped a moment ago and nothing of it is seen yet: the server has not answered, nor has the run been told anew. */
function isUnseen(run: string, command: Schema['RunCommand']) {
  const shown = runAsTold(run);
  return queryClient
    .getMutationCache()
    .findAll({ mutationKey, status: 'pending' })
    .map((m) => m.state.variables as Tap)
    .some((tap) => tap.run === run && isSame(tap.command, command) && shownAt.get(tap.command) === shown);
}

/** Sends taps at a run, one after another. */
export function useTap(run: string) {
  const mutation = useMutation<Schema['RunView'], unknown, Tap>({ mutationKey, scope: scopeOf(run) });
  const reasons = useMutationState({
    filters: { mutationKey, status: 'pending', predicate: (m) => (m.state.variables as Tap).run === run },
    select: (m) => m.state.failureReason as unknown,
  });
  return {
    /**
     * The same again before anything is seen of the first is one tap of a wet finger: it is not sent, and false is answered. Once the run
     * shows the first it is another one, though the first has not been answered yet; it and whatever else is tapped is queued behind it.
     */
    send: (command: Schema['RunCommand'], done?: () => void) => {
      if (isUnseen(run, command)) return false;
      shownAt.set(command, runAsTold(run));
      mutation.mutate({ run, key: newKey(), command }, { onSuccess: done });
      return true;
    },
    busy: mutation.isPending,
    away: reasons.some(isAway),
    error: mutation.error instanceof Problem ? mutation.error : null,
    clearError: () => {
      if (mutation.isError) mutation.reset();
    },
  };
}

/** What had waited for the server when the page was left, and was then refused. */
export const useRefusedTaps = () =>
  useMutationState({
    filters: { mutationKey, status: 'error', predicate: (m) => restored.has(m.mutationId) },
    select: (m) => ({
      id: m.mutationId,
      reason: m.state.error instanceof Error ? m.state.error.message : '',
      forget: () => queryClient.getMutationCache().remove(m),
    }),
  });

/** What is done to a run besides tapping: an event that was a slip is taken back (twice is once), or the run is ended without logging it. */
export function useRunActs(run: string) {
  const change = useChanges(() => undefined);
  const path = { id: run };
  return {
    withdraw: (eventId: string) =>
      change.go(async () => {
        const { data } = await api.POST('/api/runs/{id}/withdraw', { params: { path }, body: { eventId } });
        await afterChange(data!);
      }),
    /** What the craft asks anew once it is ended is given with it. */
    end: (ended?: () => unknown) =>
      change.go(async () => {
        await api.POST('/api/runs/{id}/end', { params: { path } });
        void ended?.();
        await againRuns();
      }),
    error: change.error,
    clear: change.clear,
  };
}
