import { describe, expect, it } from 'vitest';
import { Problem, requestBody } from '../api/client';
import { unreadable } from '../api/unreadable';
import { frozen, number, thawed } from './figures';

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

  it('is never taken for nothing where something was typed', () => {
    for (const text of ['13-14', 'hot', '1,2,3', '1e3', '0x10', '12 g', '1 000', '∞', '-'])
      expect(number(text), text).toBeNaN();
  });
});

describe('a request', () => {
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
