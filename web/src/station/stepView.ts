import { unreadTime } from '../api/unreadable';
import type { Schema } from '../api/client';
import { sentHeaps, sentLosses, type OnBench } from './stationState';

const here = 'this step';

/** The step on the bench as a short ribbon: what comes in, what goes on, what leaves. Every figure is the server's. */
export function stepView(
  step: Schema['StepKind'],
  state: OnBench,
  lots: readonly Schema['LotLine'][],
  answer: Schema['WeighedUp'] | undefined,
): Schema['RibbonView'] {
  const understood = (field: string) => answer?.understood.find((u) => u.field === field);
  const stage = (
    entryId: string,
    kind: Schema['StepKind'],
    column: number,
    doneAt: string,
  ): Schema['RibbonStageView'] => ({
    entryId,
    step: kind,
    column,
    doneAt,
    status: column === 1 ? (answer?.balance.status ?? 'open') : 'fits',
    unaccounted: column === 1 ? (answer?.balance.unaccounted ?? null) : null,
    yield: column === 1 ? (answer?.balance.yield ?? null) : null,
    doubted: false,
  });
  const sources = state.from.flatMap((t, i) => {
    const lot = lots.find((l) => l.id === t.lotId);
    return lot ? [{ lot, mass: understood(`from[${i}].mass`)?.reference ?? lot.left ?? null }] : [];
  });
  const band = (
    lotId: string,
    code: string,
    form: Schema['LotForm'],
    fibre: Schema['Fibre'],
    from: string,
    to: string | null,
    mass: Schema['MassFigure'] | null,
    isThis: boolean,
  ): Schema['RibbonBandView'] => ({
    lotId,
    code,
    form,
    fibre,
    fromEntryId: from,
    toEntryId: to,
    mass,
    onPath: true,
    isThis,
    doubted: false,
    more: 0,
  });
  return {
    stages: [
      ...sources.map(({ lot }) => stage(`from ${lot.id}`, lot.madeBy, 0, lot.changedAt)),
      ...(sources.length > 0 ? [stage(here, step, 1, state.doneAt === unreadTime ? '' : state.doneAt)] : []),
    ],
    bands: [
      ...sources.map(({ lot, mass }) =>
        band(lot.id, lot.code, lot.form, lot.fibre, `from ${lot.id}`, here, mass, false),
      ),
      ...(sources.length > 0
        ? sentHeaps(state).map((t, i) =>
            band(
              `to ${i}`,
              'new',
              t.form,
              sources[0]!.lot.fibre,
              here,
              null,
              understood(`to[${i}].mass`)?.reference ?? onlyRest(state, answer),
              true,
            ),
          )
        : []),
    ],
    strands: [
      ...sentLosses(state).map((l, i) => ({
        entryId: here,
        kind: l.kind,
        fate: l.fate || null,
        mass: l.byDifference
          ? (answer?.balance.byDifference ?? null)
          : (understood(`losses[${i}].mass`)?.reference ?? null),
        share: null,
        byDifference: l.byDifference,
        doubted: false,
        notWeighed: false,
      })),
      ...notWeighed(answer?.balance),
    ],
    ahead: [],
  };
}

/** What is missing and is no more than usually goes there. */
const notWeighed = (balance: Schema['BalanceView'] | undefined): Schema['RibbonStrandView'][] =>
  balance?.lostNotWeighed
    ? [
        {
          entryId: here,
          kind: balance.lostKind!,
          fate: null,
          mass: balance.lostNotWeighed,
          share: null,
          byDifference: true,
          doubted: false,
          notWeighed: true,
        },
      ]
    : [];

/** A single output that was not weighed has a mass only when the server could tell it. */
const onlyRest = (state: OnBench, answer: Schema['WeighedUp'] | undefined) =>
  sentHeaps(state).length === 1 ? (answer?.balance.kept ?? null) : null;
