import { useNow } from './live';
import { leftUntil } from './time';

/** How long until a moment, to the second: it counts down by itself, and nothing around it is drawn anew. */
export function Left({ until }: { until: string }) {
  const now = useNow();
  return `${leftUntil(until, now)}${Date.parse(until) > now ? ' left' : ''}`;
}
