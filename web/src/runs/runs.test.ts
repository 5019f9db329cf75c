import { describe, expect, it } from 'vitest';
import { runningThings } from '../today/Running';
import { callsDue, due, hurries, ready } from './calls';
import { heldLots, runsOf, type Call, type Run } from './queries';
import { runningWord } from './running';
import { isSame } from './taps';
import { dueWord } from './words';

const when = (time: string) => Date.parse(`2026-05-14T${time}:00Z`);
const at = (time: string) => `2026-05-14T${time}:00Z`;

const bath = (more: Partial<Call> = {}): Call => ({
  part: 'bath',
  name: 'bath 1',
  act: 'liftBy',
  since: at('10:00'),
  dueAt: at('10:40'),
  giveOrTakeMinutes: 3,
  alarmAt: at('10:36'),
  softAt: at('10:20'),
  hurries: true,
  sentence: '',
  tap: { kind: 'liftBath', bath: 'bath' },
  ...more,
});

const rack = (more: Partial<Call> = {}) =>
  bath({
    part: 'rack',
    name: '',
    act: 'dryAt',
    dueAt: at('14:30'),
    alarmAt: null,
    softAt: null,
    hurries: false,
    tap: null,
    ...more,
  });

const run = (craft: 'wash' | 'dry', calls: Call[], code = 'G-01.2') =>
  ({
    id: `${craft} ${code}`,
    craft,
    lots: [{ id: `lot ${code}`, code, parentage: '', grams: null }],
    calls,
    details: { craft },
  }) as unknown as Run;

const wash = (...calls: Call[]) => run('wash', calls);

describe('what is due', () => {
  it('comes before the moment, says so when it is there, and ends when nothing lies there or it is long cold', () => {
    expect(due([wash(bath())], when('10:30'))).toEqual([]);
    expect(due([wash(bath())], when('10:37'))).toMatchObject([{ over: false }]);
    expect(due([wash(bath())], when('10:41'))).toMatchObject([{ over: true }]);
    expect(due([wash()], when('10:41'))).toEqual([]);
    expect(due([wash(bath({ alarmAt: null }))], when('14:00'))).toEqual([]);
  });

  it('is called for once beforehand, once at the moment, and then each minute until nobody can be there', () => {
    const calls = ['10:37', '10:40', '10:41', '10:43', '10:55'].map((t) => callsDue(bath(), when(t)));
    expect(calls).toEqual([1, 2, 3, 5, 10]);
    // Hot water was poured in: there is time again, and it is called for anew.
    expect(callsDue(bath({ dueAt: at('11:00') }), when('10:43'))).toBe(1);
    expect(callsDue(bath({ dueAt: null }), when('10:43'))).toBe(1);
  });

  it('keeps a screen on while somebody may have to be there, and not for days of soaking', () => {
    expect(hurries([])).toBe(false);
    expect(hurries([wash()])).toBe(false);
    expect(hurries([wash(bath({ hurries: false }))])).toBe(false);
    expect(hurries([wash(bath({ alarmAt: null }), bath({ part: 'b2' }))])).toBe(true);
  });

  it('is told softly when it may be done, when that happens and while there is time', () => {
    const told = (time: string, more: Partial<Call> = {}) => ready([wash(bath(more))], when(time)).length;
    expect([told('10:19'), told('10:20'), told('10:21')]).toEqual([0, 1, 0]);
    expect(told('10:20', { alarmAt: at('10:18') })).toBe(0);
    expect(told('10:20', { softAt: null })).toBe(0);
  });

  it('has its words, and before the moment others', () => {
    expect([dueWord('liftBy', false), dueWord('liftAt', true), dueWord('weighAgain', true)]).toEqual([
      'be ready to lift',
      'lift now',
      'weigh it again',
    ]);
  });
});

describe('a tap', () => {
  it('is the same again whenever it was tapped, and another with another figure', () => {
    const weigh = (mass: string, time: string) => ({ kind: 'weighRack', mass, at: at(time) }) as const;
    expect(isSame(weigh('960', '10:00'), weigh('960', '10:01'))).toBe(true);
    expect(isSame(weigh('960', '10:00'), weigh('950', '10:00'))).toBe(false);
    expect(isSame(weigh('960', '10:00'), { kind: 'liftBath', bath: '960', at: at('10:00') })).toBe(false);
  });
});

describe('what runs', () => {
  it('is told on today, what has to be done first on top, and a dry rack whenever one likes', () => {
    const things = runningThings([
      wash(bath({ part: 'late', dueAt: at('11:40') }), bath({ part: 'first' })),
      run('dry', [rack({ part: 'W', act: 'log', dueAt: null })], 'W-01.3'),
      run('dry', [rack({ part: 'K', dueAt: at('11:00') })], 'K-01.2'),
    ]);
    expect(things.map((t) => [t.id, t.then])).toEqual([
      ['first', 'lift by'],
      ['K', 'dry at'],
      ['late', 'lift by'],
      ['W', 'dry: log it'],
    ]);
    expect(things.map((t) => t.name)).toEqual(['G-01.2, bath 1', 'K-01.2', 'G-01.2, bath 1', 'W-01.3']);
  });

  it('is told on the rail by what comes first, over all runs of a station', () => {
    const word = (runs: Run[], step: 'wash' | 'dry' = 'wash') => runningWord(runs, step, when('10:30'));
    expect(word([wash(bath(), bath({ dueAt: at('10:35') })), wash(bath({ dueAt: at('10:42') }))])).toBe('5 min');
    expect(word([wash(bath({ dueAt: null }))])).toBe('in the tub');
    expect([word([]), word([wash()]), word([wash(bath())], 'dry')]).toEqual([null, null, null]);
    const dry = (...calls: Call[]) =>
      word(
        calls.map((c) => run('dry', [c])),
        'dry',
      );
    expect(dry(rack())).toBe('4 h');
    expect(dry(rack(), rack({ act: 'weighAgain' }))).toBe('weigh again');
    expect(dry(rack(), rack({ act: 'weighAgain' }), rack({ act: 'log', dueAt: null }))).toBe('dry');
    expect(dry(rack({ act: 'cannotTell', dueAt: null }))).toBe('on the rack');
  });

  it('holds its lots', () => {
    const runs = [wash(bath()), run('dry', [rack()], 'W-01.3')];
    expect([...heldLots(runs)]).toEqual(['lot G-01.2', 'lot W-01.3']);
    expect(runsOf(runs, 'dry').map((r) => r.id)).toEqual(['dry W-01.3']);
    expect([...heldLots(undefined)]).toEqual([]);
  });
});
