/** The tones of undyed wool, peat and dye plants, as palette.css has them for day and night. */
export type Tone =
  'fleece' | 'shorn' | 'oat' | 'peat' | 'bark' | 'woad' | 'lichen' | 'weld' | 'madder' | 'walnut' | 'strand' | 'wool';

/** A tone for a style or for SVG attributes; follows day and night. */
export const tone = (name: Tone) => `var(--${name})`;

const named: Record<string, Tone> = {
  'text.primary': 'peat',
  'text.secondary': 'bark',
  'background.default': 'fleece',
  'background.paper': 'shorn',
  divider: 'oat',
  'primary.main': 'woad',
  'error.main': 'madder',
  'warning.main': 'weld',
  'success.main': 'lichen',
};

/** A colour by what it is for (`text.secondary`); any other colour as it is. */
export const colour = (name: string) => (named[name] ? tone(named[name]) : name);

export const wordFont = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
export const headFont = '"Fraunces Variable", Georgia, serif';
