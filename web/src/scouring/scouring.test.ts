import { describe, expect, it } from 'vitest';
import type { Schema } from '../api/client';
import { callsDue, due, hurries, soaked } from '../live/calls';
import { hearClock, serverNow } from '../live/live';
import { runningWords } from '../live/running';
import { clockOf, dayClockOf, leftUntil } from '../live/time';
import { dryingState, washState } from '../station/fromWatch';
import { runningThings } from '../today/Running';
import { freshPlan, fromRecipe, toPlanRequest, toWish } from './planState';
import { number } from '../ui/figures';
import { pourWords } from './words';

const house: Schema['WashHouse'] = {
  tubs: [],
  racks: [],
  recipes: [],
  school: 'handHot',
  hotCelsius: 60,
  coldCelsius: 12,
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
      celsius: null,
      minutes: null,
      doseGramsPerKilogram: null,
      floorCelsius: null,
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
        0: { celsius: '', minutes: '', litres: '', dose: '' },
        1: { celsius: '48', minutes: '', litres: '', dose: '2,5' },
      },
    };
    const { baths, school } = toWish(state, 'handHot');
    expect(school).toBe('hot');
    expect(baths).toEqual({ 1: { celsius: 48, minutes: null, litres: null, doseGrams: 2.5 } });
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
        baths: { 1: { celsius: '48', minutes: '', litres: '', dose: '' } },
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
      airCelsius: 9.5,
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

  it('tells times in the workshop’s zone', () => {
    expect(clockOf('2026-05-14T10:05:00Z', 'Europe/Oslo')).toBe('12:05');
    const now = Date.parse('2026-05-14T10:00:00Z');
    expect(dayClockOf('2026-05-14T21:30:00Z', now, 'UTC')).toBe('21:30');
    expect(dayClockOf('2026-05-15T07:30:00Z', now, 'UTC')).toBe('Fri 07:30');
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

const bath = (more: Partial<Schema['BathView']>): Schema['BathView'] => ({
  id: 'bath',
  batch: 1,
  place: 0,
  kind: 'wash',
  startedAt: '2026-05-14T10:00:00Z',
  liftedAt: null,
  targetCelsius: 57,
  floorCelsius: 45,
  airCelsius: 18,
  probeId: null,
  readings: 0,
  lastCelsius: null,
  liftBy: '2026-05-14T10:40:00Z',
  alarmAt: '2026-05-14T10:36:00Z',
  giveOrTakeMinutes: 3,
  soakedAt: '2026-05-14T10:20:00Z',
  rateFrom: 'typical',
  working: { formula: '', inputs: [], source: '' },
  sentence: '',
  doubt: null,
  dots: [],
  curve: [],
  ...more,
});

const wash = (...baths: Schema['BathView'][]) =>
  ({
    id: 'wash',
    on: { lots: [{ id: 'lot-1', code: 'G-01.2', parentage: '' }] },
    baths,
    minutesInBaths: 74,
    notes: 'recipe Two',
    spent: 3.14,
  }) as unknown as Schema['WashView'];

describe('alarms', () => {
  const when = (time: string) => Date.parse(`2026-05-14T${time}:00Z`);

  it('come before the moment, say so when it is there, and end when it is lifted or long cold', () => {
    expect(due([wash(bath({}))], when('10:30'))).toEqual([]);
    expect(due([wash(bath({}))], when('10:37'))).toMatchObject([{ over: false }]);
    expect(due([wash(bath({}))], when('10:41'))).toMatchObject([{ over: true }]);
    expect(due([wash(bath({ liftedAt: '2026-05-14T10:38:00Z' }))], when('10:41'))).toEqual([]);
    expect(due([wash(bath({ alarmAt: null }))], when('14:00'))).toEqual([]);
  });

  it('call once beforehand, once at the moment, and then each minute until nobody can be there', () => {
    const calls = ['10:37', '10:40', '10:41', '10:43', '10:55'].map((t) => callsDue(bath({}), when(t)));
    expect(calls).toEqual([1, 2, 3, 5, 10]);
    // Hot water was poured in: there is time again, and it is called for anew.
    expect(callsDue(bath({ liftBy: '2026-05-14T11:00:00Z' }), when('10:43'))).toBe(1);
    expect(callsDue(bath({ liftBy: null }), when('10:43'))).toBe(1);
  });

  it('keep a screen on while something may have to be lifted, and not for days of soaking', () => {
    expect(hurries([])).toBe(false);
    expect(hurries([wash(bath({ liftedAt: '2026-05-14T10:19:00Z' }))])).toBe(false);
    expect(hurries([wash(bath({ kind: 'soak' }))])).toBe(false);
    expect(hurries([wash(bath({ alarmAt: null }), bath({ id: 'b2' }))])).toBe(true);
  });

  it('say in passing that a bath has soaked, when it happens and while there is time', () => {
    const at = (time: string, more: Partial<Schema['BathView']> = {}) => soaked([wash(bath(more))], when(time)).length;
    expect([at('10:19'), at('10:20'), at('10:21')]).toEqual([0, 1, 0]);
    expect(at('10:20', { liftedAt: '2026-05-14T10:19:00Z' })).toBe(0);
    expect(at('10:20', { alarmAt: '2026-05-14T10:18:00Z' })).toBe(0);
    // Where no floor counts the alarm itself is that moment.
    expect(at('10:20', { floorCelsius: null })).toBe(0);
  });

  it('and today tell what has to be done first, and that of a dry rack whenever one likes', () => {
    const rack = (id: string, more: Partial<Schema['DryingView']>) =>
      ({
        id,
        lots: [{ code: id }],
        rack: null,
        startedAt: '2026-05-14T06:00:00Z',
        state: 'drying',
        ...more,
      }) as Schema['DryingView'];
    const things = runningThings(
      [
        wash(
          bath({ id: 'late', liftBy: '2026-05-14T11:40:00Z' }),
          bath({ id: 'gone', liftedAt: '2026-05-14T10:00:00Z' }),
          bath({ id: 'first' }),
        ),
      ],
      [
        rack('W-01.3', { state: 'dry', dryAt: '2026-05-14T09:00:00Z' }),
        rack('K-01.2', { dryAt: '2026-05-14T11:00:00Z' }),
      ],
    );
    expect(things.map((t) => [t.id, t.then])).toEqual([
      ['first', 'lift by'],
      ['K-01.2', 'dry at'],
      ['late', 'lift by'],
      ['W-01.3', 'dry: log it'],
    ]);
    expect(things[0]!.name).toBe('G-01.2, bath 1');
  });

  it('and the rail tell of the bath that comes first', () => {
    const washes = [wash(bath({})), wash(bath({ id: 'b2', liftBy: '2026-05-14T10:35:00Z' }))];
    expect(runningWords(washes, [], when('10:30')).wash).toBe('5 min');
    expect(runningWords([wash(bath({ liftBy: null }))], [], when('10:30')).wash).toBe('in the tub');
    expect(runningWords([], [], when('10:30'))).toEqual({ wash: null, dry: null });
    const rack = (more: Partial<Schema['DryingView']>) =>
      ({ state: 'drying', dryAt: '2026-05-14T14:30:00Z', ...more }) as Schema['DryingView'];
    expect(runningWords([], [rack({})], when('10:30')).dry).toBe('4 h');
    expect(runningWords([], [rack({}), rack({ state: 'dry' })], when('10:30')).dry).toBe('dry');
    expect(runningWords([], [rack({ state: 'cannotTell', dryAt: null })], when('10:30')).dry).toBe('on the rack');
  });
});

describe('what was watched goes into the log', () => {
  const lots = [{ id: 'lot-1', code: 'G-01.2' }] as Schema['LotLine'][];

  it('a wash with its minutes, its cost and what differed', () => {
    expect(washState(wash(), lots)).toEqual({
      from: [{ lotId: 'lot-1', all: true, mass: '' }],
      minutes: '74',
      notes: 'recipe Two',
      spent: '3.14',
    });
    expect(washState(wash(), []).from).toEqual([]);
  });

  it('a rack with its last weight, provisional until two agree', () => {
    const drying = (state: Schema['DryingState']) =>
      ({
        lots: [{ id: 'lot-1', code: 'G-01.2', parentage: '' }],
        lastTyped: '812 g',
        weightState: state === 'dry' ? 'rested' : 'provisional',
        state,
      }) as unknown as Schema['DryingView'];
    expect(dryingState(drying('dry'), lots).to).toEqual([{ form: 'clean', mass: '812 g', state: 'rested', worth: '' }]);
    expect(dryingState(drying('weighAgain'), lots).to![0]!.state).toBe('provisional');
  });
});

describe('what is poured', () => {
  const bath = (kettleLitres: number | null, hotLitres: number | null, coldLitres: number | null) =>
    ({ litres: 25, kettleLitres, hotLitres, coldLitres }) as Schema['PlannedBath'];

  it('is told hottest first, and nothing of which there is none', () => {
    expect(pourWords(bath(5.07, 19.93, 0))).toBe('5.1 L kettle + 19.9 L hot');
    expect(pourWords(bath(null, 19.7, 5.3))).toBe('19.7 L hot + 5.3 L cold');
    expect(pourWords(bath(null, 0, 25))).toBe('25.0 L cold');
    expect(pourWords(bath(null, null, null))).toBe('25.0 L');
  });
});
