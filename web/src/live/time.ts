/** A clock time in the workshop's own zone. */
export const clockOf = (time: string | number, zone: string) =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone }).format(new Date(time));

/** A clock time, with the day where it is not today. */
export const dayClockOf = (time: string | number, now: number, zone: string) => {
  const day = (t: string | number) => new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(new Date(t));
  return day(time) === day(now)
    ? clockOf(time, zone)
    : `${new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: zone }).format(new Date(time))} ${clockOf(time, zone)}`;
};

/** How long still: seconds only near the end, hours from two on. */
export function leftUntil(time: string | number, now: number): string {
  const seconds = Math.round((new Date(time).getTime() - now) / 1000);
  const late = seconds < 0;
  const s = Math.abs(seconds);
  const words =
    s < 90
      ? `${s} s`
      : s < 7200
        ? `${Math.round(s / 60)} min`
        : s < 172_800
          ? `${Math.round(s / 3600)} h`
          : `${Math.round(s / 86_400)} days`;
  return late ? `${words} late` : words;
}
