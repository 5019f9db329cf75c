export interface RunningThing {
  id: string;
  since: string;
  /** When something has to be done; null while that cannot be told. */
  until: string | null;
  giveOrTakeMinutes: number | null;
}

export interface RunningRow {
  id: string;
  y: number;
  from: number;
  /** Where it ends, null while nobody knows. */
  to: number | null;
  band: { from: number; to: number } | null;
}

export interface RunningLayout {
  rows: RunningRow[];
  nowX: number;
  /** Where the words of a row begin, above its line. */
  wordsX: number;
  marks: { x: number; minutes: number }[];
  height: number;
}

const rowHeight = 50;
const top = 16;
/** On a narrower picture words begin at its edge. */
const narrow = 600;
/** Marks closer than this would write over each other. */
const apart = 64;
const steps = [15, 60, 180, 360, 720, 1440, 2880, 5760];

/** What runs, on one line of time: now is a fixed place, and time is drawn by its root, so that minutes and days fit on one picture. */
export function runningLayout(things: readonly RunningThing[], now: number, width: number): RunningLayout {
  const minutes = (time: string) => (Date.parse(time) - now) / 60_000;
  const left = 8;
  const right = width - 8;
  const nowX = left + (right - left) * 0.28;
  const longestBack = Math.max(60, ...things.map((t) => -minutes(t.since)));
  const longestAhead = Math.max(
    60,
    ...things.map((t) => (t.until ? minutes(t.until) + (t.giveOrTakeMinutes ?? 0) : 0)),
  );
  const x = (m: number) =>
    m < 0
      ? nowX - (nowX - left) * Math.sqrt(Math.min(1, -m / longestBack))
      : nowX + (right - nowX) * Math.sqrt(Math.min(1, m / longestAhead));
  const rows = things.map((t, i) => {
    const to = t.until === null ? null : x(minutes(t.until));
    const give = t.giveOrTakeMinutes;
    const band =
      t.until === null || give === null ? null : { from: x(minutes(t.until) - give), to: x(minutes(t.until) + give) };
    return { id: t.id, y: top + i * rowHeight + 34, from: x(Math.min(0, minutes(t.since))), to, band };
  });
  const marks = [
    ...steps.filter((m) => m <= longestAhead).map((m) => ({ minutes: m, x: x(m) })),
    ...steps.filter((m) => m <= longestBack).map((m) => ({ minutes: -m, x: x(-m) })),
  ].filter((m, _, all) => Math.abs(m.x - nowX) > apart / 2 && !all.some((o) => o.x > m.x && o.x - m.x < apart));
  return { rows, nowX, wordsX: width < narrow ? left : nowX + 12, marks, height: top + things.length * rowHeight + 22 };
}
