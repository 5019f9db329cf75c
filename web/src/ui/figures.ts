/**
 * A typed number: with a decimal comma or a point, null when the field is empty. What does not read becomes NaN, which the client never
 * sends: it names the field instead (see `unreadable`). So no form can lose a figure by sending nothing for it.
 */
export const number = (text: string | undefined): number | null => {
  const plain = (text ?? '').trim();
  if (plain === '') return null;
  return /^[-+]?(\d+([.,]\d*)?|[.,]\d+)$/.test(plain) ? Number(plain.replace(',', '.')) : NaN;
};

/** A request as text to compare by, in which a figure that did not read keeps its place. */
export const frozen = (body: unknown) =>
  JSON.stringify(body, (_, value: unknown) => (typeof value === 'number' && Number.isNaN(value) ? unread : value));

export const thawed = <T>(text: string) =>
  JSON.parse(text, (_, value: unknown) => (value === unread ? NaN : value)) as T;

const unread = '\u0000unread';
