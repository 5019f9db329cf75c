import type { Schema } from './client';
import { useSession } from './queries';

/** What figures that are typed without a unit count in, locks, draws and strips among them, and what prices are told for. */
export type Units = Schema['UnitSigns'] & { length: string };

const before: Units = {
  length: 'mm',
  wide: 'cm',
  yarn: 'm',
  supply: 'g/m',
  amount: '100 g',
  yarnPiece: '10 m',
  clothPiece: '10 cm',
};

/** As the workshop counts, by its session. */
export function useUnits(): Units {
  const session = useSession().data;
  return session ? { length: session.lengthSign, ...session.units } : before;
}
