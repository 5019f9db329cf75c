import { useEffect, useRef, useSyncExternalStore, useState } from 'react';
import { knownSince, screen, type Schema } from '../api/client';
import { clockHeard, hearClock, onClockHeard, serverNow } from '../api/clock';
import { invalidate, refetchFailed, refreshLogSince, refreshToolsSince, useSession } from '../api/queries';
import { idle } from './idle';

export type LiveReading = Schema['LiveReading'];

interface Live {
  readings: ReadonlyMap<string, LiveReading>;
  /** What each instrument said in the last two minutes, oldest first. */
  traces: ReadonlyMap<string, readonly LiveReading[]>;
}

/** So far back a trace goes, by the house's clock of that instrument. */
export const TraceMs = 120_000;

interface LiveItem {
  what: string;
  reading?: LiveReading | null;
  now?: string | null;
  speed?: number | null;
  /** The one screen whose doing it was. */
  by?: string | null;
}

let state: Live = { readings: new Map(), traces: new Map() };
const listeners = new Set<() => void>();
const tell = (next: Partial<Live>) => {
  state = { ...state, ...next };
  listeners.forEach((l) => l());
};

/** A trace with one reading more; of what it already holds, nothing twice. */
export function traced(before: readonly LiveReading[], reading: LiveReading): readonly LiveReading[] {
  const at = Date.parse(reading.at);
  const kept = before.filter((r) => at - Date.parse(r.at) < TraceMs && Date.parse(r.at) < at);
  return [...kept, reading];
}

export function hear(item: LiveItem) {
  if (item.what === 'clock' && item.now) hearClock(item.now, item.speed ?? 1);
  else if (item.what === 'reading' && item.reading) {
    const id = item.reading.instrumentId;
    tell({
      readings: new Map(state.readings).set(id, item.reading),
      traces: new Map(state.traces).set(id, traced(state.traces.get(id) ?? [], item.reading)),
    });
  }
  // What this screen did it has asked for already, once it was answered.
  const since = item.by === screen ? knownSince() : null;
  if (item.what === 'runs') void invalidate(['/api/runs'], [], since);
  else if (item.what === 'log') void refreshLogSince(since);
  else if (item.what === 'tools') void refreshToolsSince(since);
}

/** So long after the house refused the stream it is asked for again, in milliseconds. */
const refusedRests = 3000;

/** Opens the stream, and again whenever it breaks; what is answered closes it for good. */
function listen() {
  let stream: EventSource;
  let later: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    stream = new EventSource('/api/live');
    for (const what of ['clock', 'reading', 'runs', 'log', 'tools'])
      stream.addEventListener(what, (e) => hear(JSON.parse((e as MessageEvent<string>).data) as LiveItem));
    stream.onopen = () => {
      void invalidate(['/api/runs']);
      void refetchFailed();
    };
    stream.onerror = () => {
      // A line that breaks is mended by the browser; a house that refuses, as it does while its database is away, is not asked again by it.
      if (stream.readyState === EventSource.CLOSED) later = setTimeout(open, refusedRests);
    };
  };
  open();
  return () => {
    clearTimeout(later);
    stream.close();
  };
}

/** Listens to a workshop, to none where somebody is in none. After a break everything that runs is asked for again. */
export function useLiveStream(workshop: string | null) {
  useEffect(() => {
    if (workshop === null) return;
    let close: (() => void) | undefined;
    let left = false;
    // Once the first picture stands: what it tells would have what is being drawn just then drawn again.
    void idle(1500).then(() => {
      if (!left) close = listen();
    });
    return () => {
      left = true;
      close?.();
      tell({ readings: new Map(), traces: new Map() });
    };
  }, [workshop]);
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** All of it, anew with every reading: for the screens of instruments alone. */
export const useLive = () => useSyncExternalStore(subscribe, () => state);

/** Whether the house has said what time it is. */
export const useClockHeard = () => useSyncExternalStore(onClockHeard, clockHeard);

/** What one instrument said last; undefined for one that is not heard, or for none. */
export const useReading = (id: string | null | undefined) =>
  useSyncExternalStore(subscribe, () => (id ? state.readings.get(id) : undefined));

/** What the scale said last. */
export const useScale = () => useSyncExternalStore(subscribe, () => scaleOf(state.readings));

/** Whether the workshop listens to a scale, said before it is heard. */
export const useHasScale = () => useSession().data?.hasScale ?? false;

export const scaleOf = (readings: ReadonlyMap<string, LiveReading>) =>
  [...readings.values()].find((r) => r.kind === 'scale');

/** The server's time, again every second. */
export function useNow(every = 1000) {
  const heard = useClockHeard();
  const [now, setNow] = useState(serverNow);
  const known = useRef(heard);
  useEffect(() => {
    // The house has just said its time: it is shown at once, not a tick later.
    const first = known.current === heard ? undefined : setTimeout(() => setNow(serverNow()), 0);
    known.current = heard;
    const timer = setInterval(() => setNow(serverNow()), every);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [every, heard]);
  return now;
}
