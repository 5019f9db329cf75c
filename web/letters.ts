import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import subsetFont from 'subset-font';
import type { Plugin } from 'vite';

/** The keys of a keyboard, in which nearly every word is written. */
const keys = Array.from({ length: 95 }, (_, i) => String.fromCodePoint(32 + i));

/** What else stands in the pages' own words and in figures. */
const besides = [...'\u00a0\u2009\u202f°·×±½¼¾²³µ–—‘’“”…−£€é'];

const ranges = ['U+20-7e', ...besides.map((letter) => `U+${letter.codePointAt(0)!.toString(16)}`)].join(',');

/** The weights each is used in: heads and large figures in one (tokens.css), words in several. */
const weights: Record<string, { min: number; max: number }> = {
  fraunces: { min: 560, max: 560 },
  'atkinson-hyperlegible-next': { min: 400, max: 700 },
};

/** What is asked of a face besides its letters: pairs set close, figures of even width, marks over letters. */
const features = ['kern', 'liga', 'tnum', 'lnum', 'ccmp', 'locl', 'mark', 'mkmk', 'rlig', 'calt', 'rvrn'];

const latin = /@font-face \{[^}]*url\(\.\/files\/([\w-]+-latin-wght-normal\.woff2)\)[^}]*\}/;

/**
 * A small file of the letters nearly every word is written in, cut out of each face: all that the first picture has to fetch of it. The whole faces
 * stand before it in the sheet, and are fetched where a name has another letter.
 */
export const letters = (): Plugin => {
  let folder = '';
  return {
    name: 'letters',
    enforce: 'pre',
    configResolved(config) {
      folder = join(config.cacheDir, 'letters');
    },
    async transform(sheet, id) {
      const face = /@fontsource-variable\/([\w-]+)\/index\.css$/.exec(id)?.[1];
      if (!face) return;
      const [whole, file] = latin.exec(sheet) ?? this.error(`${id} has no latin letters`);
      const cut = await subsetFont(readFileSync(join(dirname(id), 'files', file!)), [...keys, ...besides].join(''), {
        targetFormat: 'woff2',
        keepFeatures: features,
        variationAxes: { wght: weights[face] ?? this.error(`${face} has no weights here`) },
      });
      mkdirSync(folder, { recursive: true });
      const first = join(folder, `${face}-first.woff2`);
      writeFileSync(first, cut);
      return `${sheet}\n${whole
        .replace(/url\([^)]*\)/, `url(${relative(dirname(id), first)})`)
        .replace(/unicode-range: [^;]*;/, `unicode-range: ${ranges};`)}`;
    },
  };
};

/**
 * The letters of the first picture are asked for with the page: found by the sheet alone they came after it was laid out, and it jumped when they
 * did. Letters that few words need are left to the sheet.
 */
export const lettersAhead = (): Plugin => ({
  name: 'letters-ahead',
  apply: 'build',
  transformIndexHtml: {
    order: 'post',
    handler(_, { bundle }) {
      const fonts = Object.keys(bundle ?? {}).filter((file) => /-first-.+\.woff2$/.test(file));
      if (fonts.length !== 2) this.error(`The two fonts are not where this looks for them: ${fonts.join(', ')}`);
      return fonts.map((file) => ({
        tag: 'link',
        attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: true, href: `/${file}` },
        injectTo: 'head',
      }));
    },
  },
});
