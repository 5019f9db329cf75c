import { describe, expect, it } from 'vitest';
import type { Schema } from '../api/client';
import { hearClock, serverNow } from '../api/clock';
import { leftUntil } from '../live/time';
import { freshPlan, fromRecipe, toPlanRequest, toWish, upgraded, type PlanState } from './planState';
import { number } from '../ui/figures';
import { pourWords } from './words';

const house: Schema['WashHouse'] = {
  tubs: [],
  racks: [],
  recipes: [],
  school: 'handHot',
  hotWater: '60 °C',
  coldWater: '12 °C',
  waterPerCubicMetre: null,
  perKilowattHour: null,
  bedtime: '22:00:00',
};

describe('a plan as it is typed', () => {
  it('sends nothing for what is empty: it follows', () => {
    expect(toWish(freshPlan(), 'handHot')).toEqual({
      school: 'handHot',
      batches: null,
      litresPerKilogram: null,
      washes: null,
      rinses: null,
      temperature: null,
      minutes: null,
      doseGramsPerKilogram: null,
      floor: null,
      agitation: 'still',
      agent: null,
      baths: null,
    });
  });

  it('reads a comma as a point and passes on what is no number to be refused', () => {
    expect([number('49,5'), number(' 12 '), number(''), number('hot')]).toEqual([49.5, 12, null, NaN]);
  });

  it('sends only baths that were touched', () => {
    const state = {
      ...freshPlan(),
      school: 'hot' as const,
      baths: {
        0: { temperature: '', minutes: '', litres: '', dose: '' },
        1: { temperature: '48', minutes: '', litres: '', dose: '2,5' },
      },
    };
    const { baths, school } = toWish(state, 'handHot');
    expect(school).toBe('hot');
    expect(baths).toEqual({ 1: { temperature: '48', minutes: null, litres: null, doseGrams: 2.5 } });
  });

  it('comes back from a recipe as it was typed', () => {
    const wish = toWish(
      {
        ...freshPlan(),
        school: 'hot',
        minutes: '22',
        agent: ' wool wash ',
        agentDose: '25',
        agentAlkaline: true,
        baths: { 1: { temperature: '48', minutes: '', litres: '', dose: '' } },
      },
      'handHot',
    );
    const again = { ...freshPlan(), ...fromRecipe({ id: 'r', name: 'Two', wish, madeAt: '', who: '' }) };
    expect(toWish(again, 'handHot')).toEqual(wish);
    expect(again.recipeId).toBe('r');
  });

  it('takes a tub of the house, or another one by its litres', () => {
    const state = { ...freshPlan(), tubLitres: '25', air: '9,5' };
    expect(toPlanRequest(state, ['a'], house, 'tub-1')).toMatchObject({
      lotIds: ['a'],
      tubId: 'tub-1',
      air: '9,5',
    });
    expect(toPlanRequest(state, ['a'], house, 'other')).toMatchObject({ tubId: null, tubLitres: 25 });
  });
});

describe('the clock', () => {
  it('is the house’s, and runs as fast as the house says', () => {
    hearClock('2026-05-14T10:00:00Z', 60, performance.now() - 1000);
    const minutes = (serverNow() - Date.parse('2026-05-14T10:00:00Z')) / 60_000;
    expect(minutes).toBeGreaterThan(0.99);
    expect(minutes).toBeLessThan(1.2);
    hearClock(new Date().toISOString(), 1);
  });

  it('tells what is left in the unit that helps', () => {
    const now = Date.parse('2026-05-14T10:00:00Z');
    const left = (seconds: number) => leftUntil(now + seconds * 1000, now);
    expect([left(45), left(600), left(3 * 3600), left(5 * 86_400), left(-120)]).toEqual([
      '45 s',
      '10 min',
      '3 h',
      '5 days',
      '2 min late',
    ]);
  });
});

describe('what is poured', () => {
  const bath = (kettleLitres: number | null, hotLitres: number | null, coldLitres: number | null) =>
    ({ litres: 25, kettleLitres, hotLitres, coldLitres }) as Schema['PlannedBathView'];

  it('is told hottest first, and nothing of which there is none', () => {
    expect(pourWords(bath(5.07, 19.93, 0))).toBe('5.1 L kettle + 19.9 L hot');
    expect(pourWords(bath(null, 19.7, 5.3))).toBe('19.7 L hot + 5.3 L cold');
    expect(pourWords(bath(null, 0, 25))).toBe('25.0 L cold');
    expect(pourWords(bath(null, null, null))).toBe('25.0 L');
  });
});

it('a half-filled plan from before temperatures had units keeps what was typed', () => {
  const rest: Partial<PlanState> = freshPlan();
  delete rest.temperature;
  const kept = { ...rest, celsius: '52', baths: { 1: { celsius: '48', minutes: '20', litres: '', dose: '' } } };
  const now = upgraded(kept as unknown as PlanState);
  expect([now.temperature, now.baths['1']?.temperature, now.baths['1']?.minutes]).toEqual(['52', '48', '20']);
});
