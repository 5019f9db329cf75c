import { useMutationState } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem, queryClient, type Schema } from '../api/client';
import { newKey, read, remove, named, write } from '../api/keep';
import { afterChange, againRuns, type Run } from './queries';
import { useChanges } from '../api/change';

// The idea, once. A tap is made when the finger lifts, not when the server answers. Each has a key of its own and waits in its run's queue,
// so that they arrive in their order however slow the line is; screens count those that wait beside what the run shows, and the run names
// the keys of its newest taps, so that each counts once. What cannot be true any more when it arrives is said then.

/** One tap at a run, with the key under which it is stored once however often it is sent. */
interface Tap {
  run: string;
  key: string;
  /** Its place among the taps of this device. */
  order: number;
  command?: Schema['RunCommand'];
  /** It takes one back: an event that was seen, or what a tap that still waited came to. */
  takesBack?: { event: string } | { tap: string };
}

const mutationKey = ['tap'];
const storePrefix = 'tap:';
const patience = 3000;
const isAway = (e: unknown) => e instanceof Problem && e.isAway;

/** The question about a figure that hardly can be; its tap waits for the answer. */
const unlikely = (e: unknown) => (e instanceof Problem ? e.refusals.find((r) => r.code === 'unlikely') : undefined);

/** The event that a tap came to, by the tap's key; null where somebody went on before it could be told. */
const eventOf = new Map<string, string | null>();

/** As it is kept over a reload: what is taken back is known by its event as soon as that is told. */
function keep(tap: Tap) {
  const event = tap.takesBack && 'tap' in tap.takesBack ? eventOf.get(tap.takesBack.tap) : null;
  write(storePrefix + tap.key, event ? { ...tap, takesBack: { event } } : tap);
}

/** The event that was last when the run was told so. */
const lastEvent = (run: Run) => ('lastEvent' in run.details ? (run.details.lastEvent ?? null) : null);

async function deliver({ run, key, command, takesBack }: Tap): Promise<Run | null> {
  const path = { id: run };
  if (takesBack) {
    const eventId = 'event' in takesBack ? takesBack.event : eventOf.get(takesBack.tap);
    // What was refused is not there to be taken back; what somebody else tapped since is theirs.
    if (eventId === null)
      throw new Problem(409, 'changed-meanwhile', 'Somebody went on meanwhile: look, and take back what is to go.');
    if (!eventId) return null;
    return (await api.POST('/api/runs/{id}/withdraw', { params: { path }, body: { eventId } })).data!;
  }
  const told = (
    await api.POST('/api/runs/{id}/events', {
      params: { path, header: { 'Idempotency-Key': key } },
      body: command!,
    })
  ).data!;
  eventOf.set(key, told.taps[0] === key ? lastEvent(told) : null);
  for (const tap of waiting(run)) if (tap.takesBack && 'tap' in tap.takesBack && tap.takesBack.tap === key) keep(tap);
  return told;
}

queryClient.setMutationDefaults(mutationKey, {
  mutationFn: deliver,
  networkMode: 'always',
  // While the server or its database is away the tap waits, with its time.
  retry: (_, error) => isAway(error),
  retryDelay: patience,
  gcTime: Infinity,
  onSuccess: async (run: Run | null) => {
    if (run) await afterChange(run);
  },
});

let newest = 0;

/** Later than every tap before it, also of a page before this one. */
const nextOrder = () => (newest = Math.max(newest + 0.001, Date.now()));

/** One after another: those of one run are a queue. */
const build = (tap: Tap) =>
  queryClient
    .getMutationCache()
    .build<Run | null, unknown, Tap, unknown>(
      queryClient,
      queryClient.defaultMutationOptions({ mutationKey, scope: { id: `run ${tap.run}` } }),
    );

const waiting = (run: string) =>
  queryClient
    .getMutationCache()
    .findAll({ mutationKey, status: 'pending' })
    .map((m) => m.state.variables as Tap)
    .filter((tap) => tap.run === run);

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
  cache.subscribe(({ type, mutation }) => {
    const tap = mutation?.state.variables as Tap | undefined;
    if (!mutation || !tap || mutation.options.mutationKey?.[0] !== mutationKey[0]) return;
    // What is asked about waits for its answer, over a reload too: sent again it is asked again.
    const waits = mutation.state.status === 'pending' || unlikely(mutation.state.error) !== undefined;
    if (type !== 'removed' && waits) keep(tap);
    else remove(storePrefix + tap.key);
  });
  const left = named(storePrefix)
    .map((name) => read<Tap>(name))
    .filter((tap) => tap !== undefined)
    .sort((one, other) => one.order - other.order);
  for (const tap of left) {
    const mutation = build(tap);
    restored.add(mutation.mutationId);
    // One that is refused now stays as an error: RefusedTaps shows it.
    void mutation.execute(tap).catch(() => undefined);
  }
}

/** The same tap, whenever it was tapped. */
export const isSame = (one: Schema['RunCommand'], other: Schema['RunCommand']) =>
  JSON.stringify({ ...one, at: null }) === JSON.stringify({ ...other, at: null });

/** No finger taps one button twice in so many milliseconds; a wet one, or a worn key, is felt twice. */
const bounce = 120;

let latest: { run: string; command: Schema['RunCommand']; by: EventTarget | null; at: number } | null = null;

/** What was touched last: a button, or what had the focus when a key (a foot switch is one) was pressed. */
let touched: EventTarget | null = null;

if (typeof document !== 'undefined') {
  // Where something was typed between them they are two: the same weight twice, by quick hands.
  document.addEventListener('input', () => (latest = null), true);
  for (const touch of ['click', 'keydown']) document.addEventListener(touch, (e) => (touched = e.target), true);
}

function isBounce(run: string, command: Schema['RunCommand']) {
  const now = performance.now();
  const isSameTouch = latest?.run === run && latest.by === touched && isSame(latest.command, command);
  const again = isSameTouch && now - latest!.at < bounce;
  latest = { run, command, by: touched, at: again ? latest!.at : now };
  return again;
}

/** Empties a field and tells what puts back what stood there. */
type Empty = () => (() => void) | void;

type Emptied = [was: string, set: (change: (now: string) => string) => void, fresh?: string];

/** Fields that are emptied by Enter: what stood there comes back if it is refused and nothing was typed meanwhile. */
export const emptying =
  (...fields: Emptied[]): Empty =>
  () => {
    fields.forEach(([, set, fresh = '']) => set(() => fresh));
    return () => fields.forEach(([was, set, fresh = '']) => set((now) => (now === fresh ? was : now)));
  };

/** What stood in the fields of a tap that is asked about, for who types it anew. */
const putBacks = new Map<number, () => void>();

/** Sends taps at a run, one after another. */
export function useTap(run: string) {
  const [failed, setFailed] = useState<unknown>(null);
  const [onItsWay, setOnItsWay] = useState(0);
  const reasons = useMutationState({
    filters: { mutationKey, status: 'pending', predicate: (m) => (m.state.variables as Tap).run === run },
    select: (m) => m.state.failureReason as unknown,
  });
  return {
    /**
     * Sends a tap behind those that wait. Two touches within a moment are one: the second is not sent, and false is answered. Its fields are
     * emptied at once, for the next may be typed before this one is answered.
     */
    send: (command: Schema['RunCommand'], empty?: Empty) => {
      if (isBounce(run, command)) return false;
      const tap: Tap = { run, key: newKey(), order: nextOrder(), command };
      const mutation = build(tap);
      const putBack = empty?.();
      setFailed(null);
      setOnItsWay((n) => n + 1);
      void mutation
        .execute(tap)
        .then(
          () => queryClient.getMutationCache().remove(mutation),
          (error: unknown) => {
            // What is asked about is answered by a tap of its own, and the field is free for the next.
            if (unlikely(error)) {
              if (putBack) putBacks.set(mutation.mutationId, putBack);
              return;
            }
            setFailed(error);
            putBack?.();
          },
        )
        .finally(() => setOnItsWay((n) => n - 1));
      return true;
    },
    busy: onItsWay > 0,
    away: reasons.some(isAway),
    error: failed instanceof Problem ? failed : null,
    clearError: () => setFailed(null),
  };
}

/** What was tapped here that the run does not show yet, in its order, without what is to be taken back. */
export function useUnseenTaps(run: Run): readonly Schema['RunCommand'][] {
  const taps = useMutationState({
    filters: { mutationKey, status: 'pending', predicate: (m) => (m.state.variables as Tap).run === run.id },
    select: (m) => m.state.variables as Tap,
  });
  const unseen = taps.filter((tap) => tap.command && !run.taps.includes(tap.key));
  const back = taps.map((tap) => tap.takesBack).filter((b) => b !== undefined);
  return unseen.filter((tap) => !back.some((b) => 'tap' in b && b.tap === tap.key)).map((tap) => tap.command!);
}

/** How many of them are of a kind. */
export function useUnseen(run: Run) {
  const commands = useUnseenTaps(run);
  return (which: (command: Schema['RunCommand']) => boolean) => commands.filter(which).length;
}

/** What was typed here that hardly can be, in its order, with what answers it. */
export function useUnlikely(run: string) {
  const asked = useMutationState({
    filters: {
      mutationKey,
      status: 'error',
      predicate: (m) => (m.state.variables as Tap).run === run && unlikely(m.state.error) !== undefined,
    },
    select: (m) => ({
      mutation: m,
      tap: m.state.variables as Tap,
      question: unlikely(m.state.error)!,
    }),
  });
  return asked.map(({ mutation, tap, question }) => {
    const forget = () => {
      queryClient.getMutationCache().remove(mutation);
      putBacks.delete(mutation.mutationId);
    };
    const answer = (change: object) => {
      // Two touches of one answer are one.
      if (!queryClient.getMutationCache().getAll().includes(mutation)) return;
      forget();
      const again: Tap = {
        ...tap,
        key: newKey(),
        order: nextOrder(),
        command: { ...tap.command!, ...change } as Schema['RunCommand'],
      };
      const sent = build(again);
      // What is wrong with it now is told where taps are told that had waited.
      restored.add(sent.mutationId);
      void sent.execute(again).then(
        () => queryClient.getMutationCache().remove(sent),
        () => undefined,
      );
    };
    return {
      id: mutation.mutationId,
      question,
      /** It was meant so; what was not asked about stays as it is. */
      was: (choice: string) => answer({ [question.field]: choice }),
      isSo: () => answer({ asTyped: true }),
      /** Its fields hold again what stood there, where nothing was typed since. */
      anew: () => {
        putBacks.get(mutation.mutationId)?.();
        forget();
      },
    };
  });
}

/** What had waited for the server when the page was left, and was then refused. */
export const useRefusedTaps = () =>
  useMutationState({
    filters: {
      mutationKey,
      status: 'error',
      predicate: (m) => restored.has(m.mutationId) && unlikely(m.state.error) === undefined,
    },
    select: (m) => ({
      id: m.mutationId,
      reason: m.state.error instanceof Error ? m.state.error.message : '',
      forget: () => queryClient.getMutationCache().remove(m),
    }),
  });

/** What is done to a run besides tapping: an event that was a slip is taken back (twice is once), or the run is ended without logging it. */
export function useRunActs(run: string) {
  const change = useChanges(() => undefined);
  const withdrawn = (tap: Tap) => {
    const mutation = build(tap);
    const done = mutation.execute(tap).then(() => queryClient.getMutationCache().remove(mutation));
    change.go(() => done);
  };
  return {
    withdraw: (eventId: string) => withdrawn({ run, key: newKey(), order: nextOrder(), takesBack: { event: eventId } }),
    /** Takes back what the person saw as the last: a tap that still waits, or else the last event. */
    withdrawLast: (event: string | null) => {
      const queue = waiting(run);
      const taken = queue.map((tap) => tap.takesBack && 'tap' in tap.takesBack && tap.takesBack.tap);
      const last = queue.findLast((tap) => tap.command && !taken.includes(tap.key));
      if (last) withdrawn({ run, key: newKey(), order: nextOrder(), takesBack: { tap: last.key } });
      else if (
        event &&
        !queue.some((tap) => tap.takesBack && 'event' in tap.takesBack && tap.takesBack.event === event)
      )
        withdrawn({ run, key: newKey(), order: nextOrder(), takesBack: { event } });
    },
    /** What the craft asks anew once it is ended is given with it. */
    end: (ended?: () => unknown) =>
      change.go(async () => {
        await api.POST('/api/runs/{id}/end', { params: { path: { id: run } } });
        void ended?.();
        await againRuns();
      }),
    error: change.error,
    clear: change.clear,
  };
}
