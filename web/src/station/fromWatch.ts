import { useMemo } from 'react';
import { useDryings, useWashes, type Schema } from '../api/client';
import type { StationState } from './stationState';

/** A watched wash or rack on its way into the log. */
export interface FromWatch {
  id: string;
  state: Partial<StationState>;
}

const from = (lots: readonly Schema['PlanLot'][], there: readonly Schema['LotLine'][]) =>
  lots.filter((l) => there.some((t) => t.id === l.id)).map((l) => ({ lotId: l.id, all: true, mass: '' }));

export function washState(wash: Schema['WashView'], lots: readonly Schema['LotLine'][]): Partial<StationState> {
  return {
    from: from(wash.on.lots, lots),
    minutes: wash.minutesInBaths?.toString() ?? '',
    notes: wash.notes,
    spent: wash.spent?.toString() ?? '',
  };
}

export function dryingState(drying: Schema['DryingView'], lots: readonly Schema['LotLine'][]): Partial<StationState> {
  return {
    from: from(drying.lots, lots),
    to: [
      {
        form: 'clean',
        mass: drying.lastTyped ?? '',
        state: drying.weightState,
        worth: '',
      },
    ],
  };
}

/** What was watched, as a station has it; a station takes it in when it opens, and what is typed afterwards stays. */
export function useFromWatch(
  washId: string | null,
  dryingId: string | null,
  lots: readonly Schema['LotLine'][],
): FromWatch | null {
  const washes = useWashes();
  const dryings = useDryings();
  const wash = washes.data?.find((w) => w.id === washId);
  const drying = dryings.data?.find((d) => d.id === dryingId);
  return useMemo(() => {
    if (wash && lots.length > 0) return { id: wash.id, state: washState(wash, lots) };
    if (drying && lots.length > 0) return { id: drying.id, state: dryingState(drying, lots) };
    return null;
  }, [wash, drying, lots]);
}
