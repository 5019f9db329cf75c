/** The field's words, as docs/craft.md has them, and the product's own few. One sentence each. */
export const glossary = {
  fleece: 'What is shorn off one animal at one time.',
  lock: 'A tuft of fibres that grew together: tip, side and butt. Its straight length is the staple.',
  butt: 'The end of a lock that was cut; the other is the tip.',
  crimp: 'The waves of a fibre. Many to the centimetre mostly means fine.',
  sound: 'A lock that holds when it is snapped. One that breaks is tender.',
  break: 'A weak place across the whole fleece, from a hard week of the animal.',
  'second cuts': 'Short bits where the shears went twice. They make neps.',
  'vegetable matter': 'Seeds, hay and burrs in the fleece.',
  grease: 'The wax on raw wool. Raw fibre with it is in the grease.',
  suint: 'The sheep’s dried sweat. It washes out in cold water.',
  skirting: 'Taking off what spoils the rest: edges, dung, felted or stained parts.',
  scouring: 'Washing raw wool, so that the wax leaves.',
  floor: 'The temperature a bath stays above until the wool is out. Below it wax settles back.',
  dehairing: 'Parting down from the coarse guard hair.',
  opening: 'Loosening locks before carding: picking, teasing, willowing.',
  rolag: 'A roll off hand cards, rolled across the fibre.',
  batt: 'A sheet off a drum carder.',
  puni: 'A small tight roll, made on a rod.',
  cloud: 'Opened fibre, lightly carded or not at all.',
  roving: 'Carded fibre drawn out to a long supply.',
  top: 'Combed fibre, all lying one way.',
  noil: 'The short and tangled rest that stays in the combs. It is kept fibre, and no yield of top.',
  neps: 'Tiny knots of fibre. Falling from pass to pass: going on helps. Rising: the fibre breaks.',
  kemp: 'Short, chalky, hollow hair that takes no dye.',
  regain: 'Water in fibre, as a share of its oven-dry weight. Damp air makes the same wool heavier.',
  'at reference': 'What a weight would be in air of 65 % humidity, so that days can be compared.',
  'by difference': 'What is left over when everything else was weighed.',
  unaccounted: 'What is missing, or too much, when what came out is held against what went in.',
  'lost, not weighed': 'A rest as large as this step usually loses. Nobody is asked about it.',
  heap: 'What comes out of a step in one weighing. A step can leave several.',
  lot: 'A heap with a code of its own, from the step that made it until it is used up.',
  'kept for': 'A part of a lot that is put by for a purpose.',
  verdict: 'What a fleece is good for, what to be careful with, and why.',
  route: 'The steps from what a lot is to what is wanted of it.',
  'how surely':
    'Two times in three the true value lies between the figure less and the figure more what stands behind ±.',
  measured: 'Somebody or an instrument read it.',
  reckoned: 'It follows from what was measured. A tap on it shows how.',
  yours: 'From this workshop’s own log.',
  typical: 'From general knowledge, until your own log says better.',
  guessed: 'Nobody read it; something usual stands in its place.',
  sample: 'A little yarn spun to judge a preparation, kept with its lock.',
  'wraps per inch': 'How many turns of a yarn lie side by side on an inch: a measure of its thickness.',
  band: 'The range that holds eight outcomes in ten.',
} as const;

export type Term = keyof typeof glossary;

const figures: Term[] = ['how surely', 'measured', 'reckoned', 'yours', 'typical', 'guessed'];
const logging: Term[] = ['heap', 'lot', 'by difference', 'lost, not weighed', 'unaccounted', 'at reference', 'regain'];

const pages: [path: RegExp, terms: Term[]][] = [
  [/^\/take-in/, ['fleece', 'grease', 'lot', 'at reference', 'regain']],
  [/^\/station\/skirt/, ['skirting', 'second cuts', 'vegetable matter', 'kemp', ...logging]],
  [/^\/station\/wash/, ['scouring', 'grease', 'suint', 'floor', 'band', ...logging]],
  [/^\/station\/dry/, ['band', 'regain', 'at reference', ...logging]],
  [/^\/station\/dehair/, ['dehairing', 'kemp', ...logging]],
  [/^\/station\/open/, ['opening', 'vegetable matter', ...logging]],
  [/^\/station\/card/, ['rolag', 'batt', 'puni', 'cloud', 'roving', 'neps', ...logging]],
  [/^\/station\/comb/, ['top', 'noil', 'neps', 'butt', ...logging]],
  [/^\/station/, logging],
  [/look-over|locks/, ['lock', 'butt', 'crimp', 'sound', 'break', 'second cuts', 'kemp', 'verdict']],
  [/routes/, ['route', 'verdict', 'top', 'roving', 'band']],
  [/where/, ['lot', 'unaccounted', 'lost, not weighed', 'kept for']],
  [/^\/lots/, ['lot', 'kept for', 'route', 'verdict', 'lock', ...logging]],
  [/^\/samples|sample$/, ['sample', 'wraps per inch', 'lock']],
  [/^\/breeds/, ['lock', 'crimp', 'kemp', 'typical', 'yours']],
  [/^\/$/, ['lot', 'kept for', 'lost, not weighed', 'unaccounted']],
];

/** The words of a page: its own first, then what stands behind every figure. */
export const termsOf = (path: string): Term[] => [
  ...new Set([...(pages.find(([page]) => page.test(path))?.[1] ?? []), ...figures]),
];
