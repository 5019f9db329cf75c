import { createTheme } from '@mui/material/styles';

/** The tones of undyed wool, peat and dye plants; each text pair reaches WCAG AA on its ground. */
const day = {
  fleece: '#F3EEE4',
  shorn: '#FBF8F2',
  oat: '#E4DACA',
  peat: '#2A241F',
  bark: '#62564A',
  woad: '#2F5568',
  lichen: '#55642F',
  weld: '#B7881B',
  madder: '#A2402B',
  walnut: '#5B4334',
  strand: '#A68C78',
  wool: '#D9CBB2',
};

const night: typeof day = {
  fleece: '#1D1815',
  shorn: '#28211C',
  oat: '#4A3F35',
  peat: '#EFE8DB',
  bark: '#BDB09F',
  woad: '#9CC3D6',
  lichen: '#B4C588',
  weld: '#D9A93C',
  madder: '#EC9C85',
  walnut: '#C9AC97',
  strand: '#8A7362',
  wool: '#7D6C58',
};

export type Tone = keyof typeof day;

declare module '@mui/material/styles' {
  interface Palette {
    tuft: typeof day;
  }
  interface PaletteOptions {
    tuft?: typeof day;
  }
  interface TypeText {
    faint: string;
  }
}

const scheme = (tones: typeof day, onAction: string) => ({
  palette: {
    tuft: tones,
    primary: { main: tones.woad, contrastText: onAction },
    error: { main: tones.madder },
    warning: { main: tones.weld },
    success: { main: tones.lichen },
    background: { default: tones.fleece, paper: tones.shorn },
    text: { primary: tones.peat, secondary: tones.bark },
    divider: tones.oat,
  },
});

const words = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
const heads = '"Fraunces Variable", Georgia, serif';

export const theme = createTheme({
  cssVariables: true,
  colorSchemes: { light: scheme(day, '#FBF8F2'), dark: scheme(night, '#1D1815') },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: words,
    fontSize: 15,
    h1: { fontFamily: heads, fontWeight: 560, fontSize: '1.75rem', lineHeight: 1.15 },
    h2: { fontFamily: heads, fontWeight: 560, fontSize: '1.2rem', lineHeight: 1.25 },
    h3: { fontFamily: words, fontWeight: 700, fontSize: '0.95rem', lineHeight: 1.3 },
    button: { textTransform: 'none', fontWeight: 700 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { fontFamily: words } } },
    MuiButton: { defaultProps: { disableElevation: true }, styleOverrides: { root: { minHeight: 44 } } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiLink: { defaultProps: { underline: 'always' }, styleOverrides: { root: { textUnderlineOffset: '3px' } } },
  },
});

/** A tone for SVG attributes; follows day and night. */
export const tone = (name: Tone) => `var(--mui-palette-tuft-${name})`;

export const headFont = heads;
