import type { Schema } from '../api/client';

/** The screen's words for the field's terms. Names only: nothing here decides anything. */
export const stepWord: Record<Schema['StepKind'], string> = {
  takeIn: 'Take in',
  skirt: 'Skirt',
  wash: 'Wash',
  dry: 'Dry',
  card: 'Card',
  comb: 'Comb',
  blend: 'Blend',
  open: 'Open',
  dehair: 'Dehair',
  gin: 'Gin',
  partCaps: 'Part caps',
  degum: 'Degum',
  dye: 'Dye',
  dress: 'Dress',
  spin: 'Spin',
  ply: 'Ply',
  finish: 'Finish yarn',
  divide: 'Divide',
  join: 'Join',
  useUp: 'Use up',
  giveAway: 'Give away',
  sell: 'Sell',
  discard: 'Throw away',
  keepAsReference: 'Keep as reference',
  recount: 'Recount',
  testFelting: 'Test how it felts',
};

/** Where much is logged from a run: what the log by itself is for. */
export const logWithoutRun: Partial<Record<Schema['StepKind'], string>> = {
  wash: 'Log a wash that was not planned here',
  dry: 'Log what dried without a watch',
  card: 'Log it as one weight',
  comb: 'Log it as one weight',
  blend: 'Log a blend that was not planned here',
  divide: 'Divide it by weight',
  spin: 'Log what was spun without a trail',
  ply: 'Log what was plied without a plan',
};

/** What is noted beside the weights, by the keys of the stations' measures. */
export const measureWord: Record<string, string> = {
  plucked: 'Picked a bit out',
  hairs: 'Hairs in a pinch',
  pinch: 'The pinch',
};

export const stepDone: Record<Schema['StepKind'], string> = {
  takeIn: 'taken in',
  skirt: 'skirted',
  wash: 'washed',
  dry: 'dried',
  card: 'carded',
  comb: 'combed',
  blend: 'blended',
  open: 'opened',
  dehair: 'dehaired',
  gin: 'ginned',
  partCaps: 'parted and drawn',
  degum: 'degummed',
  dye: 'dyed',
  dress: 'dressed',
  spin: 'spun',
  ply: 'plied',
  finish: 'finished',
  divide: 'divided',
  join: 'joined',
  useUp: 'used up',
  giveAway: 'given away',
  sell: 'sold',
  discard: 'thrown away',
  keepAsReference: 'kept as reference',
  testFelting: 'tested for felting',
  recount: 'recounted',
};

export const fibreWord: Record<Schema['Fibre'], string> = {
  wool: 'wool',
  mohair: 'mohair',
  cashmere: 'cashmere',
  alpaca: 'alpaca',
  llama: 'llama',
  yak: 'yak',
  camel: 'camel',
  muskOx: 'musk ox',
  angora: 'angora',
  horsehair: 'horsehair',
  silk: 'silk',
  cotton: 'cotton',
  flax: 'flax',
  hemp: 'hemp',
  ramie: 'ramie',
  jute: 'jute',
  viscose: 'viscose',
  modal: 'modal',
  lyocell: 'lyocell',
  nylon: 'nylon',
  polyester: 'polyester',
  acrylic: 'acrylic',
  acetate: 'acetate',
};

export const kindOfAnimal: Record<Schema['AnimalKind'], string> = {
  sheep: 'sheep',
  goat: 'goat',
  alpaca: 'alpaca',
  llama: 'llama',
  yak: 'yak',
  camel: 'camel',
  muskOx: 'musk ox',
  rabbit: 'rabbit',
  horse: 'horse',
  other: 'other',
};

export const formWord: Record<Schema['LotForm'], string> = {
  raw: 'raw fleece',
  skirted: 'skirted fleece',
  washed: 'washed, damp',
  clean: 'clean fibre',
  opened: 'opened fibre',
  openedGreasy: 'opened, greasy',
  down: 'down',
  cloud: 'cloud',
  rolag: 'rolags',
  batt: 'batts',
  puni: 'punis',
  roving: 'roving',
  top: 'top',
  noil: 'noil',
  yarn: 'yarn',
  singles: 'singles',
  plied: 'plied yarn, unwashed',
};

/** Cotton, silk and flax are no fleeces. */
const otherForm: Partial<Record<Schema['Fibre'], Partial<Record<Schema['LotForm'], string>>>> = {
  cotton: { raw: 'seed cotton', skirted: 'picked cotton', clean: 'lint' },
  silk: { raw: 'raw silk', skirted: 'sorted silk', clean: 'silk' },
  flax: { raw: 'raw flax', skirted: 'sorted flax', clean: 'flax' },
};

/** What lots of a fibre are called, form by form. */
export const formWords = (fibre: Schema['Fibre']): Record<Schema['LotForm'], string> => ({
  ...formWord,
  ...otherForm[fibre],
});

export const othersCouldCome = (count: number) => `${count} ${count === 1 ? 'other' : 'others'} could come here`;

/** What a lot of a fibre in a form is called. */
export const formOf = (form: Schema['LotForm'], fibre: Schema['Fibre']): string =>
  otherForm[fibre]?.[form] ?? formWord[form];

export const driedWord: Record<Schema['DriedHow'], string> = {
  shade: 'outdoors in the shade',
  sun: 'in the sun',
  rack: 'on a rack indoors',
  hung: 'hung up',
  heat: 'with heat',
};

export const compactedWord: Record<Schema['Compaction'], string> = {
  dyed: 'Dyeing has compacted it: open it before it is drafted.',
  stored: 'It has settled in store for over a year: open it before it is drafted.',
};

export const lossWord: Record<Schema['LossKind'], string> = {
  skirtings: 'skirtings',
  dungTags: 'dung tags',
  dirtAndSand: 'dirt and sand',
  waxAndSuint: 'wax, suint, dirt',
  vegetableMatter: 'vegetable matter',
  secondCuts: 'second cuts',
  weatheredTips: 'weathered tips',
  guardHair: 'guard hair',
  kemp: 'kemp',
  noil: 'noil',
  cardWaste: 'card waste',
  seedAndTrash: 'seed and trash',
  gum: 'silk gum',
  dust: 'dust',
  yarnEnds: 'ends and bits of yarn',
  referenceLocks: 'reference locks',
  spilled: 'spilled',
  other: 'other',
};

export const fateWord: Record<Schema['Fate'], string> = {
  compost: 'to the compost',
  mulch: 'for mulch',
  sown: 'sown',
  keptAsStock: 'kept as stock',
  keptAsLowerGrade: 'kept as lower grade',
  discarded: 'thrown away',
  givenAway: 'given away',
};

export const stateWord: Record<Schema['WeighingState'], string> = {
  rested: 'rested in the room',
  warm: 'warm off the heat',
  provisional: 'provisional, perhaps still damp',
  damp: 'still damp',
  asSold: 'as sold',
};

export const waveWord: Record<Schema['Wave'], string> = {
  none: 'straight',
  wave: 'wave',
  curl: 'curl',
  crimp: 'crimp',
  disorganised: 'springy, no order',
};

export const placeWord: Record<Schema['FleecePlace'], string> = {
  unknown: 'not noted',
  shoulder: 'shoulder',
  neck: 'neck',
  side: 'side',
  back: 'back',
  britch: 'britch',
  belly: 'belly',
};

export const fromWord: Record<Schema['Provenance'], string> = {
  measured: 'measured',
  reckoned: 'reckoned',
  yours: 'yours',
  typical: 'typical',
  guessed: 'guessed',
};

export const finishedByWord: Record<Schema['FinishedBy'], string> = {
  warmSoak: 'warm soak, hung',
  snapped: 'soaked and snapped',
  weighted: 'dried under a weight',
  simmered: 'simmered: cotton, flax',
  steamed: 'steamed',
  fulled: 'fulled a little: woollen',
};

export const hangsWord: Record<Schema['SkeinHangs'], string> = {
  open: 'open, without a turn',
  turns: 'turns once or twice',
  ropes: 'twists up like a rope',
};

export const holdingWord: Record<Schema['Holding'], string> = {
  wholeWidth: 'whole width',
  strips: 'in strips',
  zStrip: 'one zig-zag strip',
  tornAndRolled: 'torn and rolled',
  rolledFromTheSide: 'rolled from the side',
  fromTheFold: 'from the fold',
  fromTheEnd: 'from the end',
};

export const drawWord: Record<Schema['Draw'], string> = {
  short: 'short draw, twist held back',
  long: 'long draw, twist let in',
};

/** What a sample is judged by in the hand: its name, its lower and its upper end. */
export const scaleWord: Record<Schema['SampleScale'], readonly [name: string, low: string, high: string]> = {
  softness: ['softness at the neck', 'scratches', 'soft'],
  spring: ['spring', 'limp', 'jumps back'],
  drape: ['drape', 'stands by itself', 'falls in folds'],
  lustre: ['lustre', 'chalky', 'mirrors the light'],
  halo: ['halo', 'bare', 'a halo'],
  evenness: ['evenness', 'lumpy', 'even'],
  wear: ['wear', 'pills soon', 'wears for years'],
  ease: ['ease of preparing', 'a struggle', 'goes by itself'],
  pleasure: ['pleasure', 'never again', 'any day'],
};

export const aimWord: Record<Schema['Aim'], string> = {
  woollenSoft: 'woollen, soft',
  woollenStrong: 'woollen, strong',
  worstedSoft: 'worsted, soft',
  worstedHard: 'worsted, hard',
  nextToSkin: 'next to skin',
  lace: 'lace',
  socks: 'socks',
  felt: 'felt',
  rug: 'rug',
  cleanLocks: 'just clean locks',
};

export const preparedAsWord: Record<Schema['PreparedAs'], string> = {
  rolags: 'Hand cards, rolags',
  batts: 'Drum, batts',
  punis: 'Fine cards, punis or cloud',
  top: 'Combs, top',
  cardedTop: 'Cards, then combs',
  flickedLocks: 'From the flicked lock',
  cleanLocks: 'Clean locks',
};

export const useWord: Record<Schema['Use'], string> = {
  nextToSkin: 'next to skin',
  lace: 'lace',
  jumpers: 'jumpers and hats',
  socks: 'socks',
  drape: 'drape and shine',
  outerWear: 'outer wear',
  rugs: 'rugs',
  felt: 'felt',
  blankets: 'blankets',
  locks: 'locks for show',
};

export const classWord: Record<Schema['FleeceClass'], string> = {
  fine: 'fine wool',
  medium: 'medium wool',
  down: 'down type',
  long: 'long-wool, lustre',
  hill: 'hill and rug wool',
  double: 'double-coated, primitive',
  camelid: 'alpaca, llama',
  mohair: 'mohair',
  cashmere: 'cashmere',
  undercoat: 'musk ox, yak, camel',
  angora: 'angora rabbit',
  silk: 'silk',
  plant: 'plant fibre',
};

export const contentWord: Record<Schema['Content'], string> = {
  unknown: 'unknown',
  claimed: 'claimed by the seller',
  certain: 'certain',
};

export const feltsWord: Record<Schema['FeltingGrade'], string> = {
  no: 'does not felt',
  little: 'felts little',
  slowly: 'felts slowly',
  moderately: 'felts moderately',
  readily: 'felts readily',
};

export const wentWord: Record<Schema['WentTo'], string> = {
  takenIn: 'taken in',
  takenUp: 'taken up on the way',
  fromElsewhere: 'joined from other fleeces',
  found: 'found at a recount',
  lost: 'lost',
  lostByDifference: 'found by difference',
  lostNotWeighed: 'lost, not weighed',
  left: 'left',
  missing: 'missing at a recount',
  stillThere: 'still there',
  unaccounted: 'nobody knows',
};

export const roleWord: Record<Schema['MemberRole'], string> = {
  looker: 'looks',
  preparer: 'prepares',
  owner: 'owner',
};

export const temperatureUnitWord: Record<Schema['TemperatureUnit'], string> = {
  celsius: 'degrees Celsius, °C',
  fahrenheit: 'degrees Fahrenheit, °F',
};

export const lengthUnitWord: Record<Schema['LengthUnit'], string> = {
  millimetre: 'millimetres',
  centimetre: 'centimetres',
  inch: 'inches',
};

export const unitWord: Record<Schema['MassUnit'], string> = {
  gram: 'grams',
  kilogram: 'kilograms',
  ounce: 'ounces',
  pound: 'pounds and ounces',
};

export const parentage = (name: string) => name || 'breed unknown';

export const daysWord = (days: number) => (days === 0 ? 'today' : days === 1 ? '1 day' : `${days} days`);

/** What a field for the room's humidity says beneath it. */
export const airWords = (air: Schema['DayAir'] | undefined) =>
  air?.humidityPercent != null ? `empty: ${air.humidityPercent} %, as read today` : 'if you have it; kept for the day';

/** What may stand in the field of a breed. */
export const breedHelp = 'or a cross: Gotland 50 / Romney 50; empty for unknown';

/** Which way the wheel turns for it, seen by who sits before it; a spindle turns so seen from above. */
export const twistWord: Record<Schema['TwistDirection'], string> = {
  z: 'Z, turns clockwise',
  s: 'S, turns anticlockwise',
};

/** Words as the beginning of a sentence. */
export const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
