import { useDryings, useWashes, type Schema } from '../api/client';
import { useLive, useNow } from './live';
import { leftUntil } from './time';

const earliest = (times: (string | null)[]) =>
  times.filter((t): t is string => t !== null).sort((a, b) => Date.parse(a) - Date.parse(b))[0];

/** What runs at the tub and on the racks, in a few words: the moment that comes first. */
export function runningWords(
  washes: readonly Schema['WashView'][],
  dryings: readonly Schema['DryingView'][],
  now: number,
): { wash: string | null; dry: string | null } {
  const baths = washes.flatMap((w) => w.baths.filter((b) => !b.liftedAt));
  const lift = earliest(baths.map((b) => b.liftBy));
  const dryAt = earliest(dryings.map((d) => d.dryAt));
  return {
    wash: lift ? leftUntil(lift, now) : baths.length > 0 ? 'in the tub' : null,
    dry: dryings.some((d) => d.state === 'dry')
      ? 'dry'
      : dryings.some((d) => d.state === 'weighAgain')
        ? 'weigh again'
        : dryAt
          ? leftUntil(dryAt, now)
          : dryings.length > 0
            ? 'on the rack'
            : null,
  };
}

export function useRunning() {
  const washes = useWashes();
  const dryings = useDryings();
  const now = useNow(5000);
  const { clock } = useLive();
  if (!clock) return { wash: null, dry: null };
  return runningWords(washes.data ?? [], dryings.data ?? [], now);
}
