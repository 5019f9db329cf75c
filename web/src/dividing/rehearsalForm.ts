import { useState } from 'react';
import { Problem, type Schema } from '../api/client';
import { read, remove, write } from '../api/keep';
import { frozen, number } from '../ui/figures';
import { useSettled } from '../ui/useSettled';
import { useRehearsal } from './queries';
import { useUnits } from '../api/units';
import { figureWithUnit, withUnit } from '../ui/withUnit';

export interface ColourState {
  name: string;
  lotId: string | null;
  colour: string;
}

export interface PlyState {
  order: Schema['PlyOrder'];
  by: string;
  own: string;
  plain: string;
  masses: string;
}

export interface State {
  colours: ColourState[];
  repeat: string;
  times: string;
  mirrored: boolean;
  strip: string;
  plies: PlyState[];
  singlesTex: string;
  supply: string;
  piece: string;
  hand: string;
  held: Schema['HeldAs'];
  plied: Schema['YarnStructure'];
  stitches: string;
  perStitch: string;
  takeUp: string;
}

export const ply = (order: Schema['PlyOrder'] = 'same'): PlyState => ({
  order,
  by: '1',
  own: '',
  plain: '',
  masses: '',
});

const fresh: State = {
  colours: [],
  repeat: '',
  times: '',
  mirrored: false,
  strip: '',
  plies: [ply(), ply()],
  singlesTex: '135',
  supply: '',
  piece: '',
  hand: '85 mm',
  held: 'straight',
  plied: 'plain',
  stitches: '30',
  perStitch: '12 mm',
  takeUp: '',
};

const kept = 'rehearsal.2';
const keptBefore = 'rehearsal';

export const forgetRehearsal = () => [kept, keptBefore].forEach(remove);

/** What a browser keeps of a rehearsal; one from before lengths were typed with a unit held millimetres and grams in a metre. */
export function keptRehearsal(): State | null | undefined {
  const now = read<State>(kept);
  const before = now ? null : read<State>(keptBefore);
  return (
    now ??
    (before && {
      ...before,
      piece: withUnit(before.piece, 'mm') ?? '',
      hand: withUnit(before.hand, 'mm') ?? '',
      perStitch: withUnit(before.perStitch, 'mm') ?? '',
      supply: withUnit(before.supply, 'g/m') ?? '',
    })
  );
}
export const letters = 'abcdefghijklmnopqrstuvwxyz';

const whole = (text: string) => number(text) ?? 0;

/** The next letter that no colour is called by. */
export const nextName = (colours: readonly ColourState[]) =>
  [...letters].find((l) => colours.every((c) => c.name !== l)) ?? `${colours.length + 1}`;

/** A rehearsal as it is typed: kept on this device, asked for once the typing rests, and what was refused at which field. */
export function useRehearsalForm(lots: readonly Schema['LotLine'][]) {
  const [state, setState] = useState<State>(() => ({ ...fresh, ...keptRehearsal() }));
  const set = (part: Partial<State>) => {
    const next = { ...state, ...part };
    write(kept, next);
    setState(next);
  };
  const units = useUnits();
  const chain = state.plied === 'chain';
  const cable = state.plied === 'cable';
  const plies = chain
    ? state.plies.slice(0, 1)
    : cable
      ? [...state.plies, ply(), ply(), ply()].slice(0, 4)
      : state.plies;
  const body: Schema['RehearseRequest'] = {
    colours: state.colours.map((c) => ({ name: c.name, lotId: c.lotId, colour: c.colour.trim() || null })),
    repeat: state.repeat,
    times: state.times.trim() === '' ? null : whole(state.times),
    mirrored: state.mirrored,
    strip: state.strip,
    plies: plies.map((p) => ({
      order: p.order,
      by: whole(p.by),
      own: p.order === 'own' ? p.own : null,
      plain: p.order === 'plain' ? p.plain : null,
      masses: p.masses.trim() ? p.masses.split(';').map((m) => m.trim()) : null,
    })),
    singlesTex: figureWithUnit(state.singlesTex, 'tex') ?? 0,
    supplyGramsPerMetre: figureWithUnit(state.supply, units.supply),
    pieceMillimetres: figureWithUnit(state.piece, units.length),
    handMillimetres: figureWithUnit(state.hand, units.length) ?? 0,
    held: state.held,
    plied: state.plied,
    stitches: whole(state.stitches),
    millimetresPerStitch: figureWithUnit(state.perStitch, units.length) ?? 0,
    takeUpPercent: number(state.takeUp),
  };
  const wish = frozen(body);
  const asked = useSettled(wish);
  const told = state.colours.length > 0 && state.repeat.trim() !== '' && state.strip.trim() !== '';
  const asking = useRehearsal(asked, told && asked === wish);
  const refused = asking.error instanceof Problem && !asking.error.isAway ? asking.error : null;
  const view = told && !refused ? asking.data : undefined;
  const at = (field: string) => (told ? refused?.at(field) : undefined);
  const setPly = (i: number, part: Partial<PlyState>) =>
    set({ plies: plies.map((p, k) => (k === i ? { ...p, ...part } : p)) });
  const setColour = (i: number, part: Partial<ColourState>) =>
    set({ colours: state.colours.map((c, k) => (k === i ? { ...c, ...part } : c)) });
  const free = lots.filter((l) => state.colours.every((c) => c.lotId !== l.id));
  const figure = (
    name: 'times' | 'singlesTex' | 'supply' | 'piece' | 'hand' | 'stitches' | 'perStitch' | 'takeUp',
    sent: string = name,
  ) => ({
    value: state[name],
    onChange: (text: string) => set({ [name]: text }),
    error: at(sent),
  });
  const seen = [
    'repeat',
    'strip',
    'times',
    'singlesTex',
    'supplyGramsPerMetre',
    'pieceMillimetres',
    'handMillimetres',
    'stitches',
    'millimetresPerStitch',
    'takeUpPercent',
    ...state.colours.map((_, i) => `colours[${i}].colour`),
    ...plies.flatMap((_, i) => [`plies[${i}].own`, `plies[${i}].plain`]),
  ];
  return {
    lots,
    free,
    state,
    set,
    body,
    view,
    plies,
    setPly,
    setColour,
    at,
    figure,
    /** Several strands of their own: a chain and a cable say by themselves how many plies there are. */
    countsPlies: !chain && !cable,
    /** What was refused at no field that is shown. */
    besides: told && refused?.refusals.some((r) => !seen.includes(r.field)) ? refused : null,
  };
}

export type RehearsalForm = ReturnType<typeof useRehearsalForm>;
