import { describe, expect, it } from 'vitest';
import { Problem, requestBody } from '../api/client';
import { unreadable, unreadTime } from '../api/unreadable';
import { frozen, number, range, thawed } from './figures';
import { figureWithUnit, withUnit } from './withUnit';

describe('a typed number', () => {
  it('reads with a comma or a point, and is nothing where nothing was typed', () => {
    expect(['49,5', ' 12 ', '.5', '-3', '7.', '', '  ', undefined].map(number)).toEqual([
      49.5,
      12,
      0.5,
      -3,
      7,
      null,
      null,
      null,
    ]);
  });

  it('may stand with the degree or the percent of its field', () => {
    expect(['35°', '35 °', '12,5 %', '°', '35 °C'].map(number)).toEqual([35, 35, 12.5, NaN, NaN]);
  });

  it('is never taken for nothing where something was typed', () => {
    for (const text of ['13-14', 'hot', '1,2,3', '1e3', '0x10', '12 g', '1 000', '∞', '-'])
      expect(number(text), text).toBeNaN();
  });
});

describe('a typed range', () => {
  it('reads with a dash or the word, with commas or points, and is nothing where nothing was typed', () => {
    expect(['26-34', ' 26,5 \u2013 34 ', '13 to 14'].map((t) => range(t))).toEqual([
      { low: 26, high: 34 },
      { low: 26.5, high: 34 },
      { low: 13, high: 14 },
    ]);
    expect(range('50-70', 100)).toEqual({ low: 0.5, high: 0.7 });
    expect(range('  ')).toBeNull();
  });

  it('is never taken for another where one side does not read or is missing', () => {
    for (const text of ['26', '26-', '-34', '26-30-34', 'fine-34', '26 until 34']) {
      const { low, high } = range(text)!;
      expect(Number.isNaN(low) || Number.isNaN(high), text).toBe(true);
    }
  });
});

describe('a request', () => {
  it('with a date typed in part is not sent, and says so in other words than of a figure', () => {
    const body = { doneAt: unreadTime, notes: '' };
    expect(unreadable(body)).toEqual(['doneAt']);
    try {
      requestBody(body);
      expect.unreachable();
    } catch (e) {
      expect((e as Problem).at('doneAt')).toContain('no whole date or time');
    }
  });

  it('with a figure that did not read is not sent, and names the field as the server would', () => {
    const body = { a: NaN, to: [{ worth: 1 }, { worth: NaN }], wish: { baths: { 0: { celsius: NaN } } }, none: null };
    expect(unreadable(body)).toEqual(['a', 'to[1].worth', 'wish.baths.0.celsius']);
    expect(() => requestBody(body)).toThrow(Problem);
    try {
      requestBody(body);
    } catch (e) {
      expect((e as Problem).at('to[1].worth')).toContain('does not read as a number');
      expect((e as Problem).at('celsius')).toContain('does not read as a number');
      expect((e as Problem).at('wish')).toContain('does not read as a number');
      expect((e as Problem).at('worth')).toBeUndefined();
      expect((e as Problem).isAway).toBe(false);
    }
  });

  it('that reads goes as it is', () => {
    expect(requestBody({ a: 1.5, b: null, c: ['x'] })).toBe('{"a":1.5,"b":null,"c":["x"]}');
  });

  it('keeps its unread figures while it waits to be asked', () => {
    expect(unreadable(thawed(frozen({ a: NaN, b: [1, NaN], c: 'NaN' })))).toEqual(['a', 'b[1]']);
  });
});

describe('a figure with its unit', () => {
  it('is never sent where it is none', () => {
    expect(['about ten', 'US 6', '15 cm', '', '-'].map((t) => figureWithUnit(t, 'mm'))).toEqual([
      NaN,
      'US 6',
      '15 cm',
      null,
      NaN,
    ]);
  });

  it('goes out as it was typed, and in the unit of its field where it stands alone', () => {
    expect(
      ['15', '1,5', '4 1/2', '3/8', '15 cm', ' 1 in ', 'far', '', undefined].map((t) => withUnit(t, 'in')),
    ).toEqual(['15 in', '1,5 in', '4 1/2 in', '3/8 in', '15 cm', '1 in', 'far', null, null]);
  });
});
