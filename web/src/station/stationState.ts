import type { Schema } from '../api/client';
import { number } from '../ui/figures';
import { isSpun } from '../ui/spun';
import { newKey } from '../api/keep';
import { sentTime } from '../api/zone';
import { withUnit } from '../ui/withUnit';

export interface Taking {
  lotId: string;
  all: boolean;
  mass: string;
  /** What was said to have become of the rest; nothing while nobody said. */
  rest?: Schema['RestOfLot'];
}

/** A station with what is really on it: lots that are there, and forms that can be made of them. */
export type OnBench = Omit<StationState, 'from' | 'to'> & {
  from: Taking[];
  to: (Giving & { form: Schema['LotForm'] })[];
};

export interface Giving {
  /** Null until one is chosen: then it is what is usually made of the lot. */
  form: Schema['LotForm'] | null;
  mass: string;
  state: Schema['WeighingState'];
  worth: string;
  /** Of what was spun: what was measured of it, as typed. */
  yarn?: TypedYarn;
}

/** What was measured of a yarn, as typed; a choice that was not made is empty. */
export interface TypedYarn {
  wraps: string;
  degrees: string;
  length: string;
  /** The winder's round in millimetres, where rounds are typed. */
  round: string;
  plies: string;
  structure: Schema['YarnStructure'] | '';
  direction: Schema['TwistDirection'] | '';
  finishedBy: Schema['FinishedBy'] | '';
  hangs: Schema['SkeinHangs'] | '';
  /** It was said to be so, however unlikely. */
  asTyped?: boolean;
}

export const noYarn: TypedYarn = {
  wraps: '',
  degrees: '',
  length: '',
  round: '',
  plies: '',
  structure: '',
  direction: '',
  finishedBy: '',
  hangs: '',
};

/** A yarn as it was stored or watched, back in its fields. */
export const typedYarn = (y: Schema['YarnRequest'] | null | undefined): TypedYarn | undefined =>
  y
    ? {
        wraps: y.wraps ?? '',
        degrees: y.degrees?.toString() ?? '',
        length: y.length ?? '',
        round: y.roundMillimetres?.toString() ?? '',
        plies: y.plies?.toString() ?? '',
        structure: y.structure ?? '',
        direction: y.direction ?? '',
        finishedBy: y.finishedBy ?? '',
        hangs: y.hangs ?? '',
        asTyped: y.asTyped,
      }
    : undefined;

/** What was measured of a heap of yarn; nothing where nothing was, or where it is no yarn. */
export const sentYarn = (
  form: Schema['LotForm'],
  y: TypedYarn | undefined,
  unit: string,
): Schema['YarnRequest'] | null =>
  !y || !isSpun(form) || Object.values(y).every((text) => typeof text !== 'string' || text.trim() === '')
    ? null
    : {
        wraps: y.wraps.trim() || null,
        degrees: number(y.degrees),
        length: withUnit(y.length, unit),
        roundMillimetres: number(y.round),
        plies: number(y.plies),
        structure: y.structure || null,
        direction: y.direction || null,
        finishedBy: form === 'yarn' ? y.finishedBy || null : null,
        hangs: form === 'yarn' ? y.hangs || null : null,
        asTyped: y.asTyped ?? false,
      };

export interface Losing {
  kind: Schema['LossKind'];
  mass: string;
  fate: Schema['Fate'] | '';
  byDifference: boolean;
  worth: string;
}

/** What is noted of a dyeing, as typed. */
export interface Dyeing {
  dyestuff: string;
  dosePercent: string;
  mordant: string;
  mordantPercent: string;
  colourBefore: string;
  colourAfter: string;
  dried: Schema['DriedHow'] | '';
  colourName: string;
}

const noDye: Dyeing = {
  dyestuff: '',
  dosePercent: '',
  mordant: '',
  mordantPercent: '',
  colourBefore: '',
  colourAfter: '',
  dried: '',
  colourName: '',
};

export interface StationState {
  key: string;
  /** Null until somebody chooses: then the lot one came for, or the one that waits longest, is on the bench. */
  from: Taking[] | null;
  /** The lot that lay on the bench by itself when this was typed; null while nothing was. */
  for: string | null;
  to: Giving[];
  losses: Losing[];
  humidity: string;
  minutes: string;
  who: string;
  doneAt: string;
  notes: string;
  spent: string;
  gains: { kind: Schema['GainKind']; mass: string }[];
  /** What was noted beside the weights, as typed, by the station's measures. */
  measures: Record<string, string>;
  dyeing: Dyeing;
  intoReserve: boolean;
  /** What it takes from was there by the time it was done. */
  sourcesEarlier: boolean;
  /** Of a run only what is done is logged, and it goes on with the rest. */
  goesOn: boolean;
  draftId: string | null;
}

/** How a station looks when nothing was typed yet: the usual output, and the loss that is usually found by difference. */
export const freshState = (station: Schema['StationView']) => (): StationState => ({
  key: newKey(),
  from: null,
  for: null,
  to: Array.from({ length: station.usualOutputs }, () => ({
    form: null,
    mass: '',
    state: station.usualState,
    worth: '',
  })),
  losses: station.byDifference
    ? [{ kind: station.byDifference, mass: '', fate: '', byDifference: true, worth: '' }]
    : [],
  humidity: '',
  minutes: '',
  who: '',
  doneAt: '',
  notes: '',
  spent: '',
  gains: station.usualGain ? [{ kind: station.usualGain, mass: '' }] : [],
  measures: {},
  dyeing: noDye,
  intoReserve: false,
  goesOn: false,
  sourcesEarlier: false,
  draftId: null,
});

/** The next load after a part of one lot was logged: another part of it, the same heaps and losses, not weighed yet. Null when all of it was taken. */
export function nextPart(state: OnBench): Partial<StationState> | null {
  const [from, ...others] = state.from;
  if (!from || others.length > 0 || from.all || from.rest) return null;
  return {
    from: [{ lotId: from.lotId, all: false, mass: '' }],
    to: state.to.map((t) => ({ ...t, mass: '', worth: '', yarn: undefined })),
    losses: state.losses.map((l) => ({ ...l, mass: '', worth: '' })),
    humidity: state.humidity,
    who: state.who,
  };
}

/** The form of another heap: what comes next beside what is there, noil beside top. */
export const nextForm = (gives: readonly Schema['LotForm'][], state: Pick<OnBench, 'to'>): Schema['LotForm'] | null =>
  gives.find((form) => state.to.every((t) => t.form !== form)) ?? null;

/** The loss to offer next: one that is not there yet, nor kept as a heap already. */
export const nextLoss = (
  station: Pick<Schema['StationView'], 'usualLosses' | 'rest'>,
  state: Pick<OnBench, 'losses' | 'to'>,
): Schema['LossKind'] =>
  station.usualLosses.find(
    (kind) =>
      state.losses.every((l) => l.kind !== kind) &&
      !(station.rest?.as === kind && state.to.some((t) => t.form === station.rest!.form)),
  ) ?? 'other';

/** The typed station as a request; `lots` brings the versions the person saw. Losses without a weight are left out unless they are to be found. */
export function toRequest(
  step: Schema['StepKind'],
  state: OnBench,
  lots: readonly Schema['LotLine'][],
  air: number | null = null,
  runId: string | null = null,
  yarnUnit = 'm',
): Schema['StepRequest'] {
  return {
    step,
    from: state.from.map((t) => ({
      lotId: t.lotId,
      version: lots.find((l) => l.id === t.lotId)?.version ?? null,
      mass: t.rest === 'there' || (t.all && t.mass.trim() === '') ? null : t.mass,
      all: t.all,
      rest: t.rest ?? null,
    })),
    to: sentHeaps(state).map((t) => ({
      form: t.form,
      mass: t.mass.trim() || null,
      state: t.state,
      worth: number(t.worth),
      yarn: sentYarn(t.form, t.yarn, yarnUnit),
    })),
    losses: sentLosses(state).map((l) => ({
      kind: l.kind,
      mass: l.byDifference ? null : l.mass,
      fate: l.fate || null,
      worth: number(l.worth),
    })),
    gains: state.gains.filter((g) => g.mass.trim() !== '').map((g) => ({ kind: g.kind, mass: g.mass })),
    measures: noted(state.measures),
    humidityPercent: number(state.humidity) ?? air,
    minutes: number(state.minutes),
    who: state.who.trim() || null,
    doneAt: sentTime(state.doneAt),
    sourcesEarlier: state.sourcesEarlier,
    notes: state.notes.trim() || null,
    draftId: state.draftId,
    spent: number(state.spent),
    intoReserve: state.intoReserve,
    goesOn: state.goesOn,
    runId,
    dyeing: notedDye(step, state.dyeing),
  };
}

const notedDye = (step: Schema['StepKind'], typed: Dyeing | undefined): Schema['DyeingRequest'] | null =>
  step !== 'dye' || !typed || Object.values(typed).every((text) => text.trim() === '')
    ? null
    : {
        dyestuff: typed.dyestuff || null,
        dosePercent: number(typed.dosePercent),
        mordant: typed.mordant || null,
        mordantPercent: number(typed.mordantPercent),
        colourBefore: typed.colourBefore || null,
        colourAfter: typed.colourAfter || null,
        dried: typed.dried || null,
        colourName: typed.colourName || null,
      };

const noted = (measures: Record<string, string>) => {
  const typed = Object.entries(measures).filter(([, text]) => text.trim() !== '' && text !== '0');
  return typed.length > 0 ? Object.fromEntries(typed.map(([key, text]) => [key, number(text)!])) : null;
};

/** Of several heaps one that was left empty is not there; a single one may wait to be weighed. */
export const sentHeaps = (state: OnBench) =>
  state.to.some((t) => t.mass.trim() !== '') ? state.to.filter((t) => t.mass.trim() !== '') : state.to.slice(0, 1);

export const sentLosses = (state: Pick<StationState, 'losses'>) =>
  state.losses.filter((l) => l.byDifference || l.mass.trim() !== '');

/** A stored draft back on the bench. */
export function fromDraft(draft: Schema['DraftView'], station: Schema['StationView']): StationState {
  const r = draft.request;
  return {
    ...freshState(station)(),
    from: r.from.map((t) => ({ lotId: t.lotId, all: t.all ?? true, mass: t.mass ?? '', rest: t.rest ?? undefined })),
    to: r.to.map((t) => ({
      form: t.form,
      mass: t.mass ?? '',
      state: t.state ?? station.usualState,
      worth: t.worth?.toString() ?? '',
      yarn: typedYarn(t.yarn),
    })),
    losses: (r.losses ?? []).map((l) => ({
      kind: l.kind,
      mass: l.mass ?? '',
      fate: l.fate ?? '',
      byDifference: !l.mass,
      worth: l.worth?.toString() ?? '',
    })),
    humidity: r.humidityPercent?.toString() ?? '',
    minutes: r.minutes?.toString() ?? '',
    who: r.who ?? '',
    notes: r.notes ?? '',
    spent: r.spent?.toString() ?? '',
    gains: (r.gains ?? []).map((g) => ({ kind: g.kind, mass: g.mass })),
    measures: Object.fromEntries(Object.entries(r.measures ?? {}).map(([key, value]) => [key, value.toString()])),
    dyeing: {
      dyestuff: r.dyeing?.dyestuff ?? '',
      dosePercent: r.dyeing?.dosePercent?.toString() ?? '',
      mordant: r.dyeing?.mordant ?? '',
      mordantPercent: r.dyeing?.mordantPercent?.toString() ?? '',
      colourBefore: r.dyeing?.colourBefore ?? '',
      colourAfter: r.dyeing?.colourAfter ?? '',
      dried: r.dyeing?.dried ?? '',
      colourName: r.dyeing?.colourName ?? '',
    },
    intoReserve: r.intoReserve ?? false,
    goesOn: r.goesOn ?? false,
    sourcesEarlier: r.sourcesEarlier ?? false,
    draftId: draft.id,
  };
}

type Change = (part: Partial<StationState>) => void;

/** Changes one heap. */
export const giving = (change: Change, state: OnBench, at: number, part: Partial<Giving>) =>
  change({ to: state.to.map((t, k) => (k === at ? { ...t, ...part } : t)) });

/** Changes one loss. */
export const losing = (change: Change, state: OnBench, at: number, part: Partial<Losing>) =>
  change({ losses: state.losses.map((l, k) => (k === at ? { ...l, ...part } : l)) });

/** The field of a heap as refusals name it: only those that were sent are counted. */
export const heapField = (state: OnBench, heap: OnBench['to'][number]) => `to[${sentHeaps(state).indexOf(heap)}]`;

/** The same of a loss: the empty rows in between were not sent. */
export const sentLoss = (state: OnBench, at: number) =>
  state.losses.slice(0, at).filter((l) => l.byDifference || l.mass.trim() !== '').length;
