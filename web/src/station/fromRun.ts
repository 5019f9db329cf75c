import type { Schema } from '../api/client';
import { typedYarn, type StationState } from './stationState';

/** What a run fills in of the entry that logs it, or that logs what is done of it; what is typed afterwards stays. */
export function fromRun(
  run: Schema['RunView'],
  station: Schema['StationView'],
  lots: readonly Schema['LotLine'][],
  goesOn = false,
): Partial<StationState> {
  const { gives, mass, state, minutes, spent, notes, more, losses, yarn } = run.entry;
  return {
    from: run.lots
      .filter((l) => lots.some((t) => t.id === l.id))
      .map((l) =>
        goesOn
          ? { lotId: l.id, all: false, mass: '', rest: 'there' as const }
          : {
              lotId: l.id,
              all: l.grams == null,
              mass: l.grams == null ? '' : `${l.grams} g`,
            },
      ),
    goesOn,
    ...(gives
      ? {
          to: [{ form: gives, mass: mass ?? '', yarn }, ...(more ?? [])].map((heap) => ({
            ...heap,
            yarn: typedYarn(heap.yarn),
            state: state ?? station.usualState,
            worth: '',
          })),
        }
      : {}),
    ...(losses && losses.length > 0
      ? { losses: losses.map((l) => ({ ...l, fate: '' as const, byDifference: false, worth: '' })) }
      : {}),
    minutes: minutes?.toString() ?? '',
    notes: notes ?? '',
    spent: spent?.toString() ?? '',
  };
}
