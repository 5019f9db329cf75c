import type { Schema } from '../api/client';
import { formOf, lossWord, stepWord } from '../ui/words';
import { onDay } from '../live/time';

type Band = Schema['RibbonBandView'];

export interface Line {
  text: string;
  size: number;
  /** Set before the text, bold: a lot's code. */
  code?: string;
  bold?: boolean;
  /** In the type of headings. */
  head?: boolean;
  quiet?: boolean;
  bad?: boolean;
}

/** A few lines that stand together, and the room they take. */
export interface Words {
  lines: Line[];
  width: number;
  height: number;
}

export interface PlacedWords extends Words {
  key: string;
  x: number;
  y: number;
  /** On a ground of paper: they lie on their own band. */
  plate?: boolean;
  entryId?: string;
  band?: Band;
}

/** From the top of a line to its baseline, as a share of its size; and what a line takes in all. */
export const ascent = 0.95;
export const lineHeight = (size: number) => size * 1.28;

const wide = /[A-Z0-9mwMW~%–·]/;
const narrow = /[iljtfrI.,:;' ]/;

/** How wide a text is at most, without a page to measure it on. */
export function textWidth(text: string, size: number, bold = false) {
  let ems = 0;
  for (const c of text) ems += 'mwMW%'.includes(c) ? 0.86 : wide.test(c) ? 0.62 : narrow.test(c) ? 0.29 : 0.54;
  return ems * size * (bold ? 1.06 : 1);
}

function together(lines: Line[]): Words {
  return {
    lines,
    width: Math.max(
      ...lines.map((l) => textWidth(l.text, l.size, l.bold) + (l.code ? textWidth(l.code + ' ', l.size, true) : 0)),
    ),
    height: lines.reduce((sum, l) => sum + lineHeight(l.size), 0),
  };
}

export const stageWords = (stage: Schema['RibbonStageView']) =>
  together([
    { text: stepWord[stage.step], size: 14, bold: true },
    {
      text:
        (stage.doneAt ? onDay(stage.doneAt) : 'now') +
        (stage.yield && stage.step !== 'takeIn' ? ` · ${stage.yield.text} kept` : ''),
      size: 12,
      quiet: true,
    },
  ]);

export function strandWords(strand: Schema['RibbonStrandView']) {
  const what = `${lossWord[strand.kind]} ${strand.mass!.text}${strand.share ? ` · ${strand.share}` : ''}`;
  return together(
    strand.notWeighed
      ? [
          { text: 'lost, not weighed:', size: 12, quiet: true },
          { text: what, size: 13 },
        ]
      : [{ text: what, size: 13 }],
  );
}

export const gapWords = (gap: Schema['MassFigure']) =>
  together([
    {
      text: `${gap.grams < 0 ? 'too much came out' : 'unaccounted'} ${gap.text.replace('−', '')}`,
      size: 13,
      bold: true,
      bad: true,
    },
  ]);

const massOf = (band: Band) =>
  (band.mass?.text ?? 'not weighed yet') + (band.more > 0 ? ` in ${band.more} more steps` : '');

/** A band's words in two lines, the figure large: where there is room for them. */
export const bandWords = (band: Band, size: number) =>
  together([
    { text: massOf(band), size, head: true },
    { text: formOf(band.form, band.fibre), code: band.code, size: 12, quiet: true },
  ]);

/** In one line, beside a band that is thin. */
export const thinWords = (band: Band) => together([{ text: massOf(band), code: band.code, size: 13 }]);

export const aheadWords = (ahead: Schema['AheadView'], last: boolean) => ({
  head: together([
    { text: stepWord[ahead.step], size: 14, bold: true, quiet: true },
    { text: 'to come', size: 12, quiet: true },
  ]),
  mass: together([
    { text: `~ ${ahead.mass.text}`, size: last ? 17 : 15, head: true },
    { text: `${ahead.low.text} – ${ahead.high.text}`, size: 12, quiet: true },
  ]),
});
