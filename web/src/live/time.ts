const formats = new Map<string, Intl.DateTimeFormat>();

/** A format is costly to make and cheap to use: each is made once. */
function format(language: string, zone: string, options: Intl.DateTimeFormatOptions = {}) {
  const name = [language, zone, ...Object.keys(options)].join(' ');
  let made = formats.get(name);
  if (!made) formats.set(name, (made = new Intl.DateTimeFormat(language, { ...options, timeZone: zone })));
  return made;
}

/** A clock time in the workshop's own zone. */
export const clockOf = (time: string | number, zone: string) =>
  format('en-GB', zone, { hour: '2-digit', minute: '2-digit' }).format(new Date(time));

/** A clock time, with the day where it is not today. */
export const dayClockOf = (time: string | number, now: number, zone: string) => {
  const day = (t: string | number) => format('en-CA', zone).format(new Date(t));
  return day(time) === day(now)
    ? clockOf(time, zone)
    : `${format('en-GB', zone, { weekday: 'short' }).format(new Date(time))} ${clockOf(time, zone)}`;
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
