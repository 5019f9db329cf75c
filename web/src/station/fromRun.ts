import type { Schema } from '../api/client';
import type { StationState } from './stationState';

/** What a run fills in of the entry that logs it; what is typed afterwards stays. */
export function fromRun(
  run: Schema['RunView'],
  station: Schema['StationView'],
  lots: readonly Schema['LotLine'][],
): Partial<StationState> {
  const { gives, mass, state, minutes, spent, notes } = run.entry;
  return {
    from: run.lots.filter((l) => lots.some((t) => t.id === l.id)).map((l) => ({ lotId: l.id, all: true, mass: '' })),
    ...(gives ? { to: [{ form: gives, mass: mass ?? '', state: state ?? station.usualState, worth: '' }] } : {}),
    minutes: minutes?.toString() ?? '',
    notes: notes ?? '',
    spent: spent?.toString() ?? '',
  };
}
