/** A colour as its parts of red, green and blue. */
type Tone = readonly [number, number, number];

const undyed: Tone = [0xe9, 0xdd, 0xc6];
const dark: Tone = [0x2a, 0x24, 0x1f];
const pale: Tone = [0xf3, 0xea, 0xd8];

/** What words name a colour, of natural fibre first and of dyed fibre after; of several in one phrase the last counts. */
const named: readonly (readonly [RegExp, Tone])[] = [
  [/^(white|cream|ivory|ecru)$/, undyed],
  [/^(black|jet|charcoal|badger)$/, [0x4b, 0x42, 0x3d]],
  [/^(gr[ae]y|steel|slate|pewter)$/, [0x8f, 0x8b, 0x85]],
  [/^(silver|platinum)$/, [0xb9, 0xb4, 0xab]],
  [/^(moorit|chestnut|rust|russet)$/, [0x8a, 0x5a, 0x3c]],
  [/^(brown|coffee|chocolate|walnut)$/, [0x75, 0x56, 0x3f]],
  [/^(fawn|camel|caramel|honey|tan|oatmeal|beige|sand|mioget)$/, [0xbd, 0x9a, 0x6e]],
  [/^(spotted|piebald|mixed)$/, [0xb4, 0xa4, 0x8f]],
  [/^(red|madder|crimson|scarlet)$/, [0xa8, 0x46, 0x3a]],
  [/^(pink|rose|cochineal)$/, [0xc9, 0x7b, 0x84]],
  [/^(orange|copper|coral)$/, [0xc9, 0x7a, 0x45]],
  [/^(yellow|gold|golden|weld|mustard)$/, [0xd2, 0xae, 0x4a]],
  [/^(green|olive|moss|sage)$/, [0x75, 0x85, 0x52]],
  [/^(teal|turquoise)$/, [0x4f, 0x86, 0x84]],
  [/^(blue|indigo|woad|navy)$/, [0x4c, 0x64, 0x88]],
  [/^(purple|violet|plum|mauve|lilac)$/, [0x77, 0x5a, 0x80]],
];

/** Words that only shade the colour beside them. */
const lighter = /^(light|pale|off|creamy|silvery|silver|whitish|soft)$/;
const darker = /^(dark|deep|charcoal|blackish)$/;

const mix = (one: Tone, other: Tone, share: number): Tone => [
  one[0] + (other[0] - one[0]) * share,
  one[1] + (other[1] - one[1]) * share,
  one[2] + (other[2] - one[2]) * share,
];

/** The tone of one phrase, such as `pale creamy tan`; nothing where no colour is named in it. */
function toneOf(phrase: string): Tone | undefined {
  const words = phrase.split(/[^a-z]+/).filter(Boolean);
  const base = words.findLastIndex((word) => named.some(([names]) => names.test(word)));
  const found = named.find(([names]) => names.test(words[base] ?? ''))?.[1];
  const shades = words.filter((_, i) => i !== base);
  const isDark = shades.some((word) => darker.test(word));
  if (!found) return isDark ? named.find(([names]) => names.test('brown'))![1] : undefined;
  const light = shades.some((word) => lighter.test(word)) ? mix(found, pale, 0.45) : found;
  return isDark ? mix(light, dark, 0.4) : light;
}

const hex = (tone: Tone) =>
  `#${tone
    .map((part) => Math.round(part).toString(16).padStart(2, '0'))
    .join('')
    .toUpperCase()}`;

/**
 * Fill and line for a fibre’s colour by the words people use; undyed white when nothing is said. A range ("off-white to tan") is the
 * middle of both, and what comes after a comma, a stroke or "with" is a part too small to be drawn.
 */
export function fleeceTone(colour: string): { fill: string; line: string } {
  const [main = ''] = colour.toLowerCase().split(/[,;/]|\bwith\b|\band\b/);
  const ends = main
    .split(/\bto\b/)
    .map(toneOf)
    .filter((tone) => tone !== undefined);
  const [first = undyed, second = first] = ends;
  const fill = mix(first, second, 0.5);
  return { fill: hex(fill), line: hex(mix(fill, dark, fill[0] > 0xd0 ? 0.5 : 0.45)) };
}
