import type { Schema } from '../api/client';
import { number } from '../ui/figures';
import { noTool, type ToolChoice } from './OnTool';
import type { Units } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';

/** What stands in the fields of the page, as typed. */
export interface AimState {
  wraps: string;
  degrees: string;
  plies: string;
  structure: Schema['YarnStructure'];
  twist?: Schema['TwistDirection'] | null;
  tolerance: Schema['YarnTolerance'];
  extra: string;
  firmness: Schema['Firmness'];
  density: string;
  bloom: string;
  takeUp: string;
  tool: ToolChoice;
  /** A draw and the supply as they were typed, with their unit or in the workshop’s. */
  drawn?: string;
  most: string;
  mass: string;
  supplied?: string;
  trials: Schema['PlyBackRequest'][];
}

/** Nothing typed yet: the plies and the angle that suit the fibre. */
export const freshAim = (): AimState => ({
  wraps: '',
  degrees: '',
  plies: '',
  structure: 'plain',
  tolerance: 'usual',
  extra: '0',
  firmness: 'usual',
  density: '',
  bloom: '',
  takeUp: '',
  tool: noTool,
  most: '',
  mass: '',
  trials: [],
});

/** What is asked of the server. */
export const aimRequest = (state: AimState, lotId: string | null, units: Units): Schema['AimRequest'] => ({
  wraps: state.wraps,
  degrees: state.degrees.trim() === '' ? null : (number(state.degrees) ?? 0),
  plies: number(state.plies),
  structure: state.structure,
  direction: state.twist ?? null,
  tolerance: state.tolerance,
  lotId,
  finishedDensity: number(state.density),
  bloomPercent: number(state.bloom),
  takeUpPercent: number(state.takeUp),
  extraTurnsPercent: number(state.extra) ?? 0,
  firmness: state.firmness ?? 'usual',
  ratio: number(state.tool.ratio),
  by: state.tool.by,
  drawMillimetres: figureWithUnit(state.drawn, units.length),
  mostTreadles: number(state.most),
  supplyGramsPerMetre: figureWithUnit(state.supplied, units.supply),
  trials: state.trials,
});

/** The fields of figures by their names in the state. */
export type AimFigure = 'degrees' | 'plies' | 'extra' | 'density' | 'bloom' | 'takeUp' | 'drawn' | 'most' | 'supplied';

/** The fields of a request that stand on this page: what is refused of others is said below. */
export const aimFields = [
  'wraps',
  'degrees',
  'plies',
  'extraTurnsPercent',
  'finishedDensity',
  'bloomPercent',
  'takeUpPercent',
  'ratio',
  'drawMillimetres',
  'mostTreadles',
  'supplyGramsPerMetre',
] as const;
