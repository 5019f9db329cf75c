import { number } from './figures';

/** A figure as it is sent: as it was typed with its unit, or with that of its field where a number stands alone; null for nothing. */
export const withUnit = (text: string | null | undefined, unit: string): string | null => {
  const plain = (text ?? '').trim();
  if (plain === '') return null;
  return Number.isNaN(number(plain)) && !/^\d+ \d+\/\d+$|^\d+\/\d+$/.test(plain) ? plain : `${plain} ${unit}`;
};
