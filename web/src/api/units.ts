import { useSession } from './queries';

/** What figures that are typed without a unit count in, and what prices are told for. */
export interface Units {
  /** Of locks, draws and strips: mm, cm or in. */
  length: string;
  /** Of what is wide, such as cards and a winder's round: cm or in. */
  wide: string;
  /** Of yarn: m or yd. */
  yarn: string;
  /** How heavy a top or a strip is for its length: g/m or oz/yd. */
  supply: string;
  /** 100 g, or an ounce. */
  amount: string;
}

const unitsOf = (lengthSign: string, amount: string): Units => {
  const inches = lengthSign === 'in';
  return {
    length: lengthSign,
    wide: inches ? 'in' : 'cm',
    yarn: inches ? 'yd' : 'm',
    supply: inches ? 'oz/yd' : 'g/m',
    amount,
  };
};

export function useUnits(): Units {
  const session = useSession().data;
  return unitsOf(session?.lengthSign ?? 'mm', session?.amount ?? '100 g');
}
