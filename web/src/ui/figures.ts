/**
 * A typed number: with a decimal comma or a point, with or without the degree or percent of its field; null when the field is empty. What does not read becomes NaN, which the client never
 * sends: it names the field instead (see `unreadable`). So no form can lose a figure by sending nothing for it.
 */
export const number = (text: string | undefined): number | null => {
  const plain = (text ?? '').trim();
  if (plain === '') return null;
  const [, figure] = /^([-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+))(?:\s*[°%])?$/.exec(plain) ?? [];
  return figure === undefined ? NaN : Number(figure.replace(',', '.'));
};

/** A typed range, as `26-34` or `26 to 34`; null when the field is empty. A side that does not read is NaN, as in `number`. */
export const range = (text: string, scale = 1): { low: number; high: number } | null => {
  if (text.trim() === '') return null;
  const [low, high, ...more] = text.split(/\s*(?:[-\u2013]|\bto\b)\s*/).map((side) => number(side) ?? NaN);
  return { low: low! / scale, high: more.length > 0 ? NaN : (high ?? NaN) / scale };
};

/** A request as text to compare by, in which a figure that did not read keeps its place. */
export const frozen = (body: unknown) =>
  JSON.stringify(body, (_, value: unknown) => (typeof value === 'number' && Number.isNaN(value) ? unread : value));

export const thawed = <T>(text: string) =>
  JSON.parse(text, (_, value: unknown) => (value === unread ? NaN : value)) as T;

const unread = '\u0000unread';

/** Whether a text has the shape of a temperature: a number, perhaps with its unit. What it means, and whether it can be, the server says. */
export const looksLikeTemperature = (text: string) =>
  /^\s*[-\u2212]?(\d+([.,]\d+)?|[.,]\d+)\s*(°?\s*[cf]|deg[cf])?\s*$/i.test(text);
