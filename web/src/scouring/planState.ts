import type { Schema } from '../api/client';
import { number } from '../ui/figures';
import { newKey } from '../api/keep';

type Wish = Schema['ScourWishRequest'];

/** A plan as it is typed: every figure is text until it is sent, empty means that it follows. */
export interface PlanState {
  key: string;
  lotIds: string[] | null;
  school: Schema['ScourSchool'] | '';
  tubId: string;
  tubLitres: string;
  recipeId: string;
  batches: string;
  litresPerKilogram: string;
  washes: string;
  rinses: string;
  temperature: string;
  minutes: string;
  dose: string;
  floor: string;
  agitation: Schema['Agitation'];
  agent: string;
  agentDose: string;
  agentFloor: string;
  agentAlkaline: boolean;
  agentPrice: string;
  hot: string;
  cold: string;
  air: string;
  fleece: string;
  grams: string;
  baths: Record<string, { temperature: string; minutes: string; litres: string; dose: string }>;
}

/** A half-filled plan that a browser kept from before temperatures were typed with a unit. */
export const upgraded = (kept: PlanState): PlanState => {
  const old = kept as PlanState & { celsius?: string };
  return {
    ...kept,
    temperature: kept.temperature || (old.celsius ?? ''),
    baths: Object.fromEntries(
      Object.entries(kept.baths).map(([place, b]) => [
        place,
        { ...b, temperature: b.temperature ?? (b as { celsius?: string }).celsius ?? '' },
      ]),
    ),
  };
};

export const freshPlan = (): PlanState => ({
  key: newKey(),
  lotIds: null,
  school: '',
  tubId: '',
  tubLitres: '',
  recipeId: '',
  batches: '',
  litresPerKilogram: '',
  washes: '',
  rinses: '',
  temperature: '',
  minutes: '',
  dose: '',
  floor: '',
  agitation: 'still',
  agent: '',
  agentDose: '',
  agentFloor: '',
  agentAlkaline: false,
  agentPrice: '',
  hot: '',
  cold: '',
  air: '',
  fleece: '',
  grams: '',
  baths: {},
});

/** A temperature goes out as it was typed: the server reads it, with its unit. */
const typed = (text: string) => text.trim() || null;

export function toWish(state: PlanState, usual: Schema['ScourSchool']): Wish {
  const baths = Object.fromEntries(
    Object.entries(state.baths)
      .map(
        ([place, b]) =>
          [
            place,
            {
              temperature: typed(b.temperature),
              minutes: number(b.minutes),
              litres: number(b.litres),
              doseGrams: number(b.dose),
            },
          ] as const,
      )
      .filter(([, b]) => Object.values(b).some((v) => v !== null)),
  );
  return {
    school: state.school || usual,
    batches: number(state.batches),
    litresPerKilogram: number(state.litresPerKilogram),
    washes: number(state.washes),
    rinses: number(state.rinses),
    temperature: typed(state.temperature),
    minutes: number(state.minutes),
    doseGramsPerKilogram: number(state.dose),
    floor: typed(state.floor),
    agitation: state.agitation,
    agent:
      state.agent.trim() === ''
        ? null
        : {
            name: state.agent.trim(),
            doseGramsPerKilogram: number(state.agentDose),
            floor: typed(state.agentFloor),
            alkaline: state.agentAlkaline,
            pricePerKilogram: number(state.agentPrice),
          },
    baths: Object.keys(baths).length > 0 ? baths : null,
  };
}

const text = (n: number | null | undefined) => (n == null ? '' : String(n));

/** A recipe laid into the plan; what is planned beside it (lots, tub, water) stays. */
export const fromRecipe = (recipe: Schema['RecipeView']): Partial<PlanState> => {
  const w = recipe.wish;
  return {
    recipeId: recipe.id,
    school: w.school,
    batches: text(w.batches),
    litresPerKilogram: text(w.litresPerKilogram),
    washes: text(w.washes),
    rinses: text(w.rinses),
    temperature: w.temperature ?? '',
    minutes: text(w.minutes),
    dose: text(w.doseGramsPerKilogram),
    floor: w.floor ?? '',
    agitation: w.agitation ?? 'still',
    agent: w.agent?.name ?? '',
    agentDose: text(w.agent?.doseGramsPerKilogram),
    agentFloor: w.agent?.floor ?? '',
    agentAlkaline: w.agent?.alkaline ?? false,
    agentPrice: text(w.agent?.pricePerKilogram),
    baths: Object.fromEntries(
      Object.entries(w.baths ?? {}).map(([place, b]) => [
        place,
        { temperature: b.temperature ?? '', minutes: text(b.minutes), litres: text(b.litres), dose: text(b.doseGrams) },
      ]),
    ),
  };
};

export const toPlanRequest = (
  state: PlanState,
  lotIds: string[],
  house: Schema['WashHouse'],
  tubId: string,
): Schema['ScourPlanRequest'] => ({
  lotIds,
  wish: toWish(state, house.school),
  tubId: tubId === '' || tubId === 'other' ? null : tubId,
  tubLitres: number(state.tubLitres),
  hotWater: typed(state.hot),
  coldWater: typed(state.cold),
  air: typed(state.air),
  fleece: typed(state.fleece),
  greasyGrams: number(state.grams),
  recipeId: state.recipeId || null,
});
