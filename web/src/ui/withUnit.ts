import { number } from './figures';

/** A figure as it is sent: as it was typed with its unit, or with that of its field where a number stands alone; null for nothing. */
export const withUnit = (text: string | null | undefined, unit: string): string | null => {
  const plain = (text ?? '').trim();
  if (plain === '') return null;
  return Number.isNaN(number(plain)) && !/^\d+ \d+\/\d+$|^\d+\/\d+$/.test(plain) ? plain : `${plain} ${unit}`;
};

/** Whether a text can be a figure with its unit: it begins with one, or names a needle by its region. */
export const looksLikeFigure = (text: string) => /^\s*((us|(old )?uk)\s*)?(\d|[.,]\d)/i.test(text);

/** The same where the field takes numbers: what is no figure becomes NaN, which the client never sends (see `number`). */
export const figureWithUnit = (text: string | null | undefined, unit: string): string | number | null => {
  const sent = withUnit(text, unit);
  return sent === null || looksLikeFigure(sent) ? sent : NaN;
};

/** A count as it is sent: over the piece that its field names where a number stands alone ("22 in 10 cm"), else as it was typed. */
export const countedOver = (text: string | null | undefined, piece: string) => figureWithUnit(text, `in ${piece}`);
