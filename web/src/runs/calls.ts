import type { Call, Run } from './queries';

/** What is due is called for each minute, until somebody must have heard it or is not there. */
const MostCalls = 10;

/** What may be done is told of when it happens, not to whoever opens the page much later. */
const JustNow = 60_000;

const passed = (time: string | null, now: number) => time !== null && Date.parse(time) <= now;

/** What is due, or soon, over all runs. */
export const due = (runs: readonly Run[], now: number) =>
  runs.flatMap((run) =>
    run.calls.filter((call) => passed(call.alarmAt, now)).map((call) => ({ run, call, over: passed(call.dueAt, now) })),
  );

/** How often something due should have been called for by now: once beforehand, once at the moment, then each minute. */
export const callsDue = (call: Call, now: number) => {
  const over = call.dueAt ? now - Date.parse(call.dueAt) : -1;
  return over < 0 ? 1 : Math.min(MostCalls, 2 + Math.floor(over / 60_000));
};

/** Somebody may soon have to be there; a soak of days hurries nobody. */
export const hurries = (runs: readonly Run[]) =>
  runs.some((run) => run.calls.some((call) => call.alarmAt !== null && call.hurries));

/** What has just come to where it may be done, with time left before it must be. */
export const ready = (runs: readonly Run[], now: number) =>
  runs.flatMap((run) =>
    run.calls
      .filter((call) => {
        const since = call.softAt === null ? -1 : now - Date.parse(call.softAt);
        return since >= 0 && since < JustNow && !passed(call.alarmAt, now);
      })
      .map((call) => ({ run, call })),
  );
