/** Stands for a date or a time that was typed in part: it is never sent, and its field is named instead. */
export const unreadTime = '\u0000unread time';

/** The fields of a request that hold a figure or a time that did not read, as the server would name them. */
export function unreadable(body: unknown, path = ''): string[] {
  if (typeof body === 'number') return Number.isFinite(body) ? [] : [path];
  if (body === unreadTime) return [path];
  if (Array.isArray(body)) return body.flatMap((item, i) => unreadable(item, `${path}[${i}]`));
  if (body === null || typeof body !== 'object') return [];
  return Object.entries(body).flatMap(([name, value]) => unreadable(value, path === '' ? name : `${path}.${name}`));
}
