import craft from '../../../docs/craft.md?raw';

/** The words that pages may ask for; what they mean stands in docs/craft.md, section 2. */
export type Term =
  | 'singles'
  | 'ply-back'
  | 'grist'
  | 'bloom'
  | 'take-up'
  | 'fleece'
  | 'lock'
  | 'butt'
  | 'crimp'
  | 'sound'
  | 'break'
  | 'second cuts'
  | 'vegetable matter'
  | 'grease'
  | 'suint'
  | 'skirting'
  | 'scouring'
  | 'floor'
  | 'dehairing'
  | 'opening'
  | 'rolag'
  | 'batt'
  | 'puni'
  | 'cloud'
  | 'roving'
  | 'top'
  | 'noil'
  | 'neps'
  | 'kemp'
  | 'regain'
  | 'at reference'
  | 'by difference'
  | 'unaccounted'
  | 'lost, not weighed'
  | 'heap'
  | 'lot'
  | 'kept for'
  | 'verdict'
  | 'route'
  | 'how surely'
  | 'measured'
  | 'reckoned'
  | 'yours'
  | 'typical'
  | 'guessed'
  | 'sample'
  | 'wraps per inch'
  | 'band';

/** The sentences of docs/craft.md: a line of its list for each word. */
export const glossary = Object.fromEntries(
  [...craft.matchAll(/^- \*\*(.+?)\*\*: (.+)$/gm)].map(([, term, meaning]) => [term, meaning]),
) as Record<Term, string>;

const figures: Term[] = ['how surely', 'measured', 'reckoned', 'yours', 'typical', 'guessed'];
const logging: Term[] = ['heap', 'lot', 'by difference', 'lost, not weighed', 'unaccounted', 'at reference', 'regain'];

export const pages: [path: RegExp, terms: Term[]][] = [
  [/^\/take-in/, ['fleece', 'grease', 'lot', 'at reference', 'regain']],
  [/^\/station\/skirt/, ['skirting', 'second cuts', 'vegetable matter', 'kemp', ...logging]],
  [/^\/station\/wash/, ['scouring', 'grease', 'suint', 'floor', 'band', ...logging]],
  [/^\/station\/dry/, ['band', 'regain', 'at reference', ...logging]],
  [/^\/station\/dehair/, ['dehairing', 'kemp', ...logging]],
  [/^\/station\/open/, ['opening', 'vegetable matter', ...logging]],
  [/^\/station\/card/, ['rolag', 'batt', 'puni', 'cloud', 'roving', 'neps', ...logging]],
  [/^\/station\/comb/, ['top', 'noil', 'neps', 'butt', ...logging]],
  [
    /^\/(station\/(spin|ply|finish)|aim|faults)/,
    ['wraps per inch', 'singles', 'ply-back', 'grist', 'bloom', 'take-up'],
  ],
  [/^\/station/, logging],
  [/look-over|locks/, ['lock', 'butt', 'crimp', 'sound', 'break', 'second cuts', 'kemp', 'verdict']],
  [/routes/, ['route', 'verdict', 'top', 'roving', 'band']],
  [/where/, ['lot', 'unaccounted', 'lost, not weighed', 'kept for']],
  [/^\/lots/, ['lot', 'kept for', 'route', 'verdict', 'lock', ...logging]],
  [/^\/samples|sample$/, ['sample', 'wraps per inch', 'lock']],
  [/^\/animals/, ['fleece', 'lot', 'reckoned']],
  [/^\/breeds/, ['lock', 'crimp', 'kemp', 'typical', 'yours']],
  [/^\/$/, ['lot', 'kept for', 'lost, not weighed', 'unaccounted']],
];

/** The words of a page: its own first, then what stands behind every figure. */
export const termsOf = (path: string): Term[] => [
  ...new Set([...(pages.find(([page]) => page.test(path))?.[1] ?? []), ...figures]),
];
