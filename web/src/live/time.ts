import { inZone } from '../api/zone';

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const shortMonths = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sept', 'Oct', 'Nov', 'Dec'];
const weekdays = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

const two = (n: number) => String(n).padStart(2, '0');
const clock = (at: Date) => `${two(at.getUTCHours())}:${two(at.getUTCMinutes())}`;
const dayOf = (at: Date) => `${at.getUTCDate()} ${shortMonths[at.getUTCMonth()]}`;

/** A clock time in the workshop's own zone. */
export const clockOf = (time: string | number) => clock(inZone(time));

/** A clock time, with the day of the week where it is not today. */
export const dayClockOf = (time: string | number, now: number) => {
  const at = inZone(time);
  const today = inZone(now).toISOString().slice(0, 10) === at.toISOString().slice(0, 10);
  return today ? clock(at) : `${weekdays[at.getUTCDay()]} ${clock(at)}`;
};

/** The day of a moment in the workshop's own zone, without its year. */
export const onDay = (time: string) => dayOf(inZone(time));

export const onDayTime = (time: string) => {
  const at = inZone(time);
  return `${dayOf(at)}, ${clock(at)}`;
};

/** The day of a moment with its year and the whole name of its month. */
export const onFullDay = (time: string) => full(inZone(time));

const full = (at: Date) => `${at.getUTCDate()} ${months[at.getUTCMonth()]} ${at.getUTCFullYear()}`;

/** A day without a time: it is the same in every zone. */
export const onPlainDay = (day: string) => `${dayOf(new Date(day))} ${new Date(day).getUTCFullYear()}`;

/** The same with the whole name of its month. */
export const onFullPlainDay = (day: string) => full(new Date(day));

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
