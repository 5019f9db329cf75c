import { afterEach, describe, expect, it } from 'vitest';
import { setZone } from '../api/zone';
import { clockOf, dayClockOf, onDay, onDayTime, onFullDay, onFullPlainDay, onPlainDay } from './time';

/** Berlin as the house tells it about 2026. */
const berlin = [
  { from: '2025-10-26T01:00:00Z', minutes: 60 },
  { from: '2026-03-29T01:00:00Z', minutes: 120 },
  { from: '2026-10-25T01:00:00Z', minutes: 60 },
  { from: '2027-03-28T01:00:00Z', minutes: 120 },
];

afterEach(() => setZone([]));

describe('times', () => {
  it('are UTC’s until the house has said which are the workshop’s', () => {
    expect(clockOf('2026-05-14T10:05:00Z')).toBe('10:05');
    setZone(berlin);
    expect(clockOf('2026-05-14T10:05:00Z')).toBe('12:05');
  });

  it('have the day of the week where it is another day', () => {
    const now = Date.parse('2026-05-14T10:00:00Z');
    expect(dayClockOf('2026-05-14T22:30:00Z', now)).toBe('22:30');
    expect(dayClockOf('2026-05-15T07:30:00Z', now)).toBe('Fri 07:30');
    setZone(berlin);
    expect(dayClockOf('2026-05-14T22:30:00Z', now)).toBe('Fri 00:30');
  });

  it('follow the clocks as they are set forward and back', () => {
    setZone(berlin);
    const about = ['2026-03-29T00:59:59Z', '2026-03-29T01:00:00Z', '2026-10-25T00:59:59Z', '2026-10-25T01:00:00Z'];
    expect(about.map(clockOf)).toEqual(['01:59', '03:00', '02:59', '02:00']);
  });

  it('before what the house tells of are told by its first, and stand on another day where that is so', () => {
    setZone([{ from: '2006-01-01T00:00:00Z', minutes: -210 }, ...berlin]);
    expect(onDayTime('1999-07-01T02:00:00Z')).toBe('30 Jun, 22:30');
  });

  it('read as the browser’s own way would have them', () => {
    setZone(berlin);
    const own = (options: Intl.DateTimeFormatOptions) =>
      new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Berlin', ...options });
    const day = own({ day: 'numeric', month: 'short' });
    const dayTime = own({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
    const full = own({ day: 'numeric', month: 'long', year: 'numeric' });
    for (let at = Date.parse('2025-12-01'); at < Date.parse('2027-05-01'); at += 13.7 * 3_600_000) {
      const time = new Date(at).toISOString();
      expect([onDay(time), onDayTime(time), onFullDay(time)]).toEqual(
        [day, dayTime, full].map((f) => f.format(new Date(at))),
      );
    }
  });

  it('that are days alone are the same in every zone', () => {
    setZone([{ from: '2006-01-01T00:00:00Z', minutes: -480 }]);
    expect(onPlainDay('2026-09-01')).toBe('1 Sept 2026');
    expect(onFullPlainDay('2026-09-01')).toBe('1 September 2026');
  });
});
