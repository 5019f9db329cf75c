import { describe, expect, it } from 'vitest';
import { Problem, problemOf } from './client';
import { airWords, daysWord, formOf, parentage } from '../ui/words';

const answer = (status: number, body: unknown) =>
  new Response(typeof body === 'string' ? body : JSON.stringify(body), { status });

describe('a problem', () => {
  it('is told as the server told it, field by field', async () => {
    const problem = await problemOf(
      answer(422, {
        type: '/problems/refused',
        title: 'refused',
        detail: 'The mass is nothing.',
        refusals: [{ field: 'mass', code: 'empty-lot', reason: 'The mass is nothing.' }],
      }),
    );
    expect([problem.status, problem.type, problem.message]).toEqual([422, 'refused', 'The mass is nothing.']);
    expect(problem.at('mass')).toBe('The mass is nothing.');
    expect(problem.at('breed')).toBeUndefined();
    expect(problem.isAway).toBe(false);
  });

  it('has words even where the answer was none of ours', async () => {
    const problem = await problemOf(answer(502, '<html>gateway</html>'));
    expect(problem.message).toBe('The server answered 502.');
    expect(problem.type).toBe('broken');
    expect(problem.isAway).toBe(true);
  });

  it('is one of being away only where the same request may go through later', () => {
    const away = [0, 400, 404, 409, 422, 500, 502, 503, 504].filter((s) => new Problem(s, 'x', 'x').isAway);
    expect(away).toEqual([0, 502, 503, 504]);
  });
});

describe('words', () => {
  it('call cotton and silk what they are', () => {
    expect(formOf('raw', 'cotton')).toBe('seed cotton');
    expect(formOf('clean', 'cotton')).toBe('lint');
    expect(formOf('raw', 'silk')).toBe('raw silk');
    expect(formOf('roving', 'silk')).toBe('roving');
    expect(formOf('raw', 'mohair')).toBe('raw fleece');
  });

  it('say what is not known, and one day as one', () => {
    expect(parentage('')).toBe('breed unknown');
    expect([0, 1, 2].map(daysWord)).toEqual(['today', '1 day', '2 days']);
    expect(airWords(undefined)).toBe('if you have it; kept for the day');
    expect(airWords({ humidityPercent: 61 } as Parameters<typeof airWords>[0])).toBe('empty: 61 %, as read today');
  });
});
