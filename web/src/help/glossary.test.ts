import { expect, test } from 'vitest';
import { glossary, pages, termsOf } from './glossary';

test('every word that a page asks for has its sentence in the craft page', () => {
  const asked = [...new Set(pages.flatMap(([, terms]) => terms).concat(termsOf('/')))];
  expect(asked.length).toBeGreaterThan(30);
  for (const term of asked) expect(glossary[term], term).toMatch(/^[A-Z].{10,}\.$/);
});

test('the craft page explains no word that no page asks for', () => {
  const asked = new Set<string>(pages.flatMap(([, terms]) => terms).concat(termsOf('/')));
  expect(Object.keys(glossary).filter((term) => !asked.has(term))).toEqual([]);
});
