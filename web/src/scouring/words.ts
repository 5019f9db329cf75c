import type { Schema } from '../api/client';

export const schoolWord: Record<Schema['ScourSchool'], string> = {
  hot: 'hot',
  handHot: 'warm and longer',
  suintSoak: 'cold suint soak',
  lockByLock: 'lock by lock',
  none: 'not washed',
};

export const agitationWord: Record<Schema['Agitation'], string> = {
  still: 'pressed under, then left',
  gentle: 'turned now and then',
  much: 'moved all the time',
};

export const riskWord: Record<Schema['FeltingLevel'], string> = { low: 'low', watch: 'watch it', high: 'high' };

export const bathWord: Record<Schema['BathKind'], string> = { soak: 'soak', wash: 'wash', rinse: 'rinse' };

export const coverWord = (covered: boolean) => (covered ? 'under a lid or foam' : 'open water');

export const materialWord: Record<Schema['TubMaterial'], string> = {
  steel: 'steel, enamel',
  zinc: 'zinc',
  aluminium: 'aluminium',
  copper: 'copper',
  plastic: 'plastic',
  stoneware: 'stoneware',
  wood: 'wood',
};

/** What is poured together for a bath, the hottest first. */
export function pourWords(b: Schema['PlannedBathView']): string {
  const parts = [
    [b.kettleLitres, 'kettle'],
    [b.hotLitres, 'hot'],
    [b.coldLitres, 'cold'],
  ] as const;
  const poured = parts.flatMap(([litres, name]) => (litres && litres > 0.05 ? [`${litres.toFixed(1)} L ${name}`] : []));
  return poured.length > 0 ? poured.join(' + ') : `${b.litres.toFixed(1)} L`;
}
