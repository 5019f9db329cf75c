import type { CSSProperties } from 'react';
import { colour } from './tones';

/** Widths of the window from which on a value holds, in px; `xs` holds from the narrowest on. */
export const from = { xs: 0, sm: 600, md: 900, lg: 1200 } as const;

type From = keyof typeof from;

/** One value for every width of the window, or one for each width it changes at. */
type Wide<T> = T | { [F in From]?: T };

const sides = {
  t: ['Top'],
  b: ['Bottom'],
  l: ['Left'],
  r: ['Right'],
  x: ['Left', 'Right'],
  y: ['Top', 'Bottom'],
} as const;

type Spacing = `${'m' | 'p'}${'' | keyof typeof sides}`;

/**
 * How something is laid out: CSS properties, of which margins, paddings and gaps are counted in steps of 8 px, corners in steps of 6 px, widths up to
 * one as a part of the whole, and colours may be names of the palette (`text.secondary`). What depends on hovering, on its children or on paper stands
 * in a stylesheet.
 */
export type Sx =
  | ({ [P in Exclude<keyof CSSProperties, 'margin' | 'padding'>]?: Wide<CSSProperties[P]> } & {
      [P in Spacing | 'bgcolor']?: Wide<string | number | undefined>;
    })
  | readonly Sx[]
  | false
  | null
  | undefined;

const step = 8;
const corner = 6;

const unitless = new Set([
  'columns',
  'columnCount',
  'fillOpacity',
  'flex',
  'flexGrow',
  'flexShrink',
  'fontWeight',
  'gridColumn',
  'gridRow',
  'lineHeight',
  'opacity',
  'order',
  'strokeWidth',
  'zIndex',
]);

/** What becomes of a property's value. */
type Kind = 'space' | 'corner' | 'size' | 'colour' | 'plain' | 'px';

interface Plan {
  /** The longhands it stands for: kept apart, a later `pt` goes over an earlier `p` at every width. */
  names: readonly string[];
  kind: Kind;
}

function planFor(name: string): Plan {
  const spaced = /^([mp])([tblrxy]?)$/.exec(name);
  if (spaced) {
    const of = spaced[1] === 'm' ? 'margin' : 'padding';
    const at = spaced[2] ? sides[spaced[2] as keyof typeof sides] : (['Top', 'Right', 'Bottom', 'Left'] as const);
    return { names: at.map((side) => of + side), kind: 'space' };
  }
  if (name === 'gap') return { names: ['rowGap', 'columnGap'], kind: 'space' };
  if (name === 'bgcolor') return { names: ['backgroundColor'], kind: 'colour' };
  const names = [name];
  if (/^(margin|padding)[A-Z]|^(row|column)Gap$/.test(name)) return { names, kind: 'space' };
  if (name === 'borderRadius') return { names, kind: 'corner' };
  if (/^(min|max)?(width|height)$/i.test(name)) return { names, kind: 'size' };
  if (/color$/i.test(name)) return { names, kind: 'colour' };
  return { names, kind: unitless.has(name) ? 'plain' : 'px' };
}

const plans = new Map<string, Plan>();

function plan(name: string): Plan {
  let known = plans.get(name);
  if (!known) plans.set(name, (known = planFor(name)));
  return known;
}

function worth(kind: Kind, value: string | number): string {
  if (typeof value === 'string') return kind === 'colour' ? colour(value) : value;
  if (kind === 'plain') return String(value);
  if (kind === 'size' && value > 0 && value <= 1) return `${value * 100}%`;
  return `${value * (kind === 'space' ? step : kind === 'corner' ? corner : 1)}px`;
}

interface Laid {
  className?: string;
  style: Record<string, string>;
}

const isBorder = /^border(Top|Right|Bottom|Left)?$/;

const written = new Set<string>();
let sheets: Record<From, CSSStyleSheet> | undefined;

/** The class that takes a property from the element's own variable from a width on; its rule is written when it is first used. */
function wideClass(at: From, property: string): string {
  const name = `${at}-${property}`;
  // Where tests draw without a browser there are no sheets, and no widths either.
  if (written.has(name) || !('adoptedStyleSheets' in document)) return name;
  written.add(name);
  if (!sheets) {
    const made = Object.entries(from).map(([f, width]) => [f, new CSSStyleSheet({ media: `(min-width: ${width}px)` })]);
    sheets = Object.fromEntries(made) as Record<From, CSSStyleSheet>;
    document.adoptedStyleSheets.push(...Object.values(sheets));
  }
  const dashed = property.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
  sheets[at].insertRule(`.${name} { ${dashed}: var(--${name}) }`);
  return name;
}

/** Sets a property for all widths, or from a width on. */
function set(laid: Laid, at: From | null, name: string, value: string | number) {
  // A width of a border draws it; its colour is left to whoever says it.
  if (typeof value === 'number' && isBorder.test(name)) {
    set(laid, at, `${name}Width`, `${value}px`);
    set(laid, at, `${name}Style`, 'solid');
    return;
  }
  const { names, kind } = plan(name);
  const text = worth(kind, value);
  for (const longhand of names) {
    if (at === null) {
      laid.style[longhand] = text;
      continue;
    }
    // A class cannot go over what stands at the element itself.
    delete laid.style[longhand];
    const named = wideClass(at, longhand);
    if (!(`--${named}` in laid.style)) laid.className = laid.className ? `${laid.className} ${named}` : named;
    laid.style[`--${named}`] = text;
  }
}

function lay(laid: Laid, sx: Sx) {
  if (!sx) return;
  if (Array.isArray(sx)) {
    for (const part of sx as readonly Sx[]) lay(laid, part);
    return;
  }
  for (const [name, value] of Object.entries(sx) as [string, Wide<string | number | undefined>][]) {
    if (value === undefined || value === null) continue;
    if (typeof value !== 'object') set(laid, null, name, value);
    else for (const at of Object.keys(from) as From[]) if (value[at] !== undefined) set(laid, at, name, value[at]);
  }
}

/** What an element is given for its layout: its style, and classes where that changes with the width of the window. */
export function laidOut(
  sx: Sx,
  className?: string,
  style?: CSSProperties,
): { className?: string; style?: CSSProperties } {
  if (!sx && !style) return className ? { className } : {};
  const laid: Laid = { className, style: {} };
  lay(laid, sx);
  return { className: laid.className, style: style ? { ...laid.style, ...style } : (laid.style as CSSProperties) };
}
