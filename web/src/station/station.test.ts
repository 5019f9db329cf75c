import { describe, expect, it } from 'vitest';
import type { Schema } from '../api/client';
import { fromRun } from './fromRun';
import {
  freshState,
  fromDraft,
  nextForm,
  nextLoss,
  nextPart,
  sentLosses,
  toRequest,
  type OnBench,
} from './stationState';
import { stepView } from './stepView';

const wash: Schema['StationView'] = {
  step: 'wash',
  takes: ['raw', 'skirted'],
  gives: ['washed', 'clean'],
  usualLosses: ['waxAndSuint'],
  byDifference: 'waxAndSuint',
  mayFindByDifference: true,
  usualState: 'damp',
  caution: { hazard: 'hot', care: 'gloves', defersTo: 'the sheet' },
  keepsForm: false,
  usualGain: null,
  onRail: 'always',
  states: ['rested', 'damp'],
  usualOutputs: 1,
  measures: [],
  worthFates: ['keptAsStock'],
  rest: null,
  isTrial: false,
};

const lot: Schema['LotLine'] = {
  id: 'lot-1',
  code: 'G-01.2',
  version: 7,
  form: 'skirted',
  fibre: 'wool',
  parentage: 'Gotland',
  animal: '',
  colour: 'grey',
  left: { grams: 900, text: '900 g', from: 'reckoned' },
  changedAt: '2026-05-13T10:00:00Z',
  stapleMillimetres: null,
  madeBy: 'skirt',
  next: 'wash',
  reserved: null,
  gives: null,
};

const bench = (more: Partial<OnBench> = {}): OnBench => ({
  ...freshState(wash)(),
  to: [{ form: 'washed', mass: '', state: 'damp', worth: '' }],
  from: [{ lotId: 'lot-1', all: true, mass: '' }],
  ...more,
});

describe('a station', () => {
  it('starts with the usual output and the loss that is found by difference', () => {
    const state = freshState(wash)();
    expect(state.to).toEqual([{ form: null, mass: '', state: 'damp', worth: '' }]);
    expect(sentLosses(state)).toEqual([{ kind: 'waxAndSuint', mass: '', fate: '', byDifference: true, worth: '' }]);
    expect(freshState(wash)().key).not.toBe(state.key);
  });

  it('sends what was typed as it was typed, with the version that was seen', () => {
    const request = toRequest('wash', bench({ humidity: '62,5', minutes: '40', notes: ' soft water ' }), [lot]);
    expect(request).toMatchObject({
      step: 'wash',
      from: [{ lotId: 'lot-1', version: 7, mass: null, all: true }],
      to: [{ form: 'washed', mass: null, state: 'damp' }],
      losses: [{ kind: 'waxAndSuint', mass: null, fate: null }],
      humidityPercent: 62.5,
      minutes: 40,
      notes: 'soft water',
    });
  });

  it('leaves out losses nobody weighed, and keeps a part that was weighed', () => {
    const state = bench({
      from: [{ lotId: 'lot-1', all: false, mass: '1 lb' }],
      losses: [
        { kind: 'dust', mass: ' ', fate: '', byDifference: false, worth: '3' },
        { kind: 'other', mass: '5', fate: 'compost', byDifference: false, worth: '' },
        { kind: 'secondCuts', mass: '40', fate: 'keptAsLowerGrade', byDifference: false, worth: '1,20' },
      ],
    });
    const request = toRequest('wash', state, [lot]);
    expect(request.losses).toEqual([
      { kind: 'other', mass: '5', fate: 'compost', worth: null },
      { kind: 'secondCuts', mass: '40', fate: 'keptAsLowerGrade', worth: 1.2 },
    ]);
    expect(request.from).toEqual([{ lotId: 'lot-1', version: 7, mass: '1 lb', all: false, rest: null }]);
  });

  it('brings a draft back as it was typed, under a key of its own', () => {
    const typed = bench({ to: [{ form: 'clean', mass: '1 240', state: 'rested', worth: '' }], minutes: '30' });
    const draft: Schema['DraftView'] = {
      id: 'draft-1',
      step: 'wash',
      request: toRequest('wash', typed, [lot]),
      trouble: 'More came out than went in.',
      recordedAt: '2026-05-14T10:00:00Z',
    };
    const again = fromDraft(draft, wash);
    expect(again).toMatchObject({ from: typed.from, to: typed.to, minutes: '30', draftId: 'draft-1' });
    expect(again.losses).toEqual(typed.losses);
    expect(again.key).not.toBe(typed.key);
  });

  it('names the run that it logs, and none where nothing ran', () => {
    expect(toRequest('wash', bench(), [lot], null, 'wash-1').runId).toBe('wash-1');
    expect(toRequest('wash', bench(), [lot]).runId).toBeNull();
  });

  it('sends what was noted beside the weights, and brings it back', () => {
    const request = toRequest('wash', bench({ measures: { plucked: '12', hairs: '', pinch: '0' } }), [lot]);
    expect(request.measures).toEqual({ plucked: 12 });
    expect(toRequest('wash', bench(), [lot]).measures).toBeNull();
    const draft = { id: 'd', step: 'wash', request, trouble: '', recordedAt: '' } as Schema['DraftView'];
    expect(fromDraft(draft, wash).measures).toEqual({ plucked: '12' });
  });

  it('takes from a run what it tells, and leaves the rest to the station', () => {
    const run = (entry: Partial<Schema['RunEntry']>) =>
      ({
        lots: [{ id: 'lot-1' }, { id: 'gone' }],
        entry: { mass: '', notes: '', ...entry },
      }) as unknown as Schema['RunView'];
    expect(fromRun(run({ minutes: 74, spent: 3.14, notes: 'recipe Two' }), wash, [lot])).toEqual({
      from: [{ lotId: 'lot-1', all: true, mass: '' }],
      goesOn: false,
      minutes: '74',
      notes: 'recipe Two',
      spent: '3.14',
    });
    expect(fromRun(run({}), wash, []).from).toEqual([]);
    // Of work that goes on what came of it tells the part that was taken.
    const part = fromRun(run({}), wash, [lot], true);
    expect(part).toEqual({
      from: [{ lotId: 'lot-1', all: false, mass: '', rest: 'there' }],
      goesOn: true,
      minutes: '',
      notes: '',
      spent: '',
    });
    const sent = toRequest('wash', bench({ from: part.from!, goesOn: part.goesOn }), [lot]);
    expect([sent.goesOn, sent.from]).toEqual([
      true,
      [{ lotId: 'lot-1', version: 7, mass: null, all: false, rest: 'there' }],
    ]);
    const rack = fromRun(run({ gives: 'clean', mass: '812 g', state: 'provisional' }), wash, [lot]);
    expect(rack.to).toEqual([{ form: 'clean', mass: '812 g', state: 'provisional', worth: '' }]);
  });

  it('stays with the part after a part was logged, and begins anew after all of it', () => {
    const typed = bench({
      from: [{ lotId: 'lot-1', all: false, mass: '40' }],
      to: [
        { form: 'clean', mass: '31', state: 'rested', worth: '' },
        { form: 'noil', mass: '6', state: 'rested', worth: '2' },
      ],
      losses: [{ kind: 'dust', mass: '1', fate: 'compost', byDifference: false, worth: '' }],
    });
    expect(nextPart(typed)).toMatchObject({
      from: [{ lotId: 'lot-1', all: false, mass: '' }],
      to: [
        { form: 'clean', mass: '' },
        { form: 'noil', mass: '', worth: '' },
      ],
      losses: [{ kind: 'dust', mass: '', fate: 'compost' }],
    });
    expect(nextPart(bench())).toBeNull();
  });

  it('sends what was noted of a dyeing, and nothing where nothing was', () => {
    const typed = bench();
    expect(toRequest('dye', typed, [lot]).dyeing).toBeNull();
    const dyed = {
      ...typed,
      dyeing: { ...typed.dyeing, dyestuff: 'weld', dosePercent: '100', colourAfter: '#c9a227' },
    };
    expect(toRequest('dye', dyed, [lot]).dyeing).toMatchObject({ dyestuff: 'weld', dosePercent: 100, mordant: null });
    expect(toRequest('wash', dyed, [lot]).dyeing).toBeNull();
  });

  it('offers noil beside top, and then not as a loss again', () => {
    const top = bench({ to: [{ form: 'top', mass: '', state: 'rested', worth: '' }] });
    expect(nextForm(['top', 'noil'], top)).toBe('noil');
    const both = { ...top, to: [...top.to, { form: 'noil' as const, mass: '', state: 'rested' as const, worth: '' }] };
    expect(nextForm(['top', 'noil'], both)).toBeNull();
    const comb = {
      usualLosses: ['noil' as const, 'secondCuts' as const],
      rest: { form: 'noil' as const, as: 'noil' as const },
    };
    expect(nextLoss(comb, { ...top, losses: [] })).toBe('noil');
    expect(nextLoss(comb, { ...both, losses: [] })).toBe('secondCuts');
  });

  it('draws the step from the server’s figures and from no other', () => {
    const figure = (grams: number): Schema['MassFigure'] => ({ grams, text: `${grams} g`, from: 'reckoned' });
    const answer: Schema['WeighedUp'] = {
      balance: {
        in: figure(900),
        gains: figure(0),
        kept: figure(601.5),
        weighedLosses: figure(0),
        byDifference: figure(298.5),
        unaccounted: null,
        status: 'fits',
        yield: null,
        noil: null,
        lostNotWeighed: null,
        lostKind: null,
        sentence: '',
      },
      reserved: null,
      aboveTheBook: null,
      unlike: null,
      dressing: [],
      dyeing: null,
      understood: [{ field: 'to[0].mass', logged: figure(600), reference: figure(601.5) }],
    };
    const view = stepView(
      'wash',
      bench({ to: [{ form: 'clean', mass: '600', state: 'rested', worth: '' }] }),
      [lot],
      answer,
    );
    expect(view.bands.map((b) => b.mass?.grams)).toEqual([900, 601.5]);
    expect(view.strands.map((s) => s.mass?.grams)).toEqual([298.5]);
    const short = stepView('wash', bench({ losses: [] }), [lot], {
      ...answer,
      balance: { ...answer.balance, byDifference: null, lostNotWeighed: figure(120), lostKind: 'skirtings' },
    });
    expect(short.strands.map((s) => [s.kind, s.mass?.grams, s.notWeighed])).toEqual([['skirtings', 120, true]]);
    const unanswered = stepView('wash', bench(), [lot], undefined);
    expect(unanswered.bands.map((b) => b.mass?.grams ?? null)).toEqual([900, null]);
    expect(unanswered.stages[1]!.status).toBe('open');
  });
});
