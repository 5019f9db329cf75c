import { createTheme } from '@mui/material/styles';

declare module '@mui/material/Button' {
  interface ButtonPropsSizeOverrides {
    inline: true;
  }
}

// The tones are those of tokens.css, which follow day and night by themselves: one palette names them for both.
const palette = {
  primary: { main: 'var(--woad)', dark: 'var(--woad-pressed)', contrastText: 'var(--on-woad)' },
  error: { main: 'var(--madder)' },
  warning: { main: 'var(--weld)' },
  success: { main: 'var(--lichen)' },
  background: { default: 'var(--fleece)', paper: 'var(--shorn)' },
  text: { primary: 'var(--peat)', secondary: 'var(--bark)' },
  divider: 'var(--oat)',
  // MUI's own are black, and are not seen by night.
  action: {
    active: 'var(--bark)',
    hover: 'color-mix(in srgb, var(--peat) 5%, transparent)',
    disabled: 'color-mix(in srgb, var(--peat) 42%, transparent)',
    disabledBackground: 'var(--oat)',
  },
};

const wordFont = 'var(--word-font)';
const headFont = 'var(--head-font)';

/** As large as a thumb. */
const thumb = 44;

/** How MUI's parts look here; what only lays out or says words is plain elements (base.css). */
export const theme = createTheme({
  cssVariables: { nativeColor: true, colorSchemeSelector: 'media' },
  palette,
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: wordFont,
    fontSize: 15,
    h2: { fontFamily: headFont, fontWeight: 560, fontSize: '1.2rem', lineHeight: 1.25 },
    h6: { fontFamily: headFont, fontWeight: 560, fontSize: '1.2rem', lineHeight: 1.25 },
    button: { textTransform: 'none', fontWeight: 700 },
  },
  components: {
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: {
        root: {
          fontFamily: wordFont,
          '&:focus-visible': { outline: '3px solid var(--woad)', outlineOffset: 2 },
          '@media print': { printColorAdjust: 'exact' },
        },
      },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: thumb } },
      variants: [
        // Among words, where a line of buttons would part the lines.
        { props: { size: 'inline' }, style: { minHeight: 28, minWidth: 0, padding: '0 8px', fontSize: '0.87rem' } },
      ],
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTextField: { defaultProps: { size: 'small' } },
    // The moves by which a field learns that the browser filled it stand in base.css, instead of in a sheet for each field.
    MuiInputBase: { defaultProps: { disableInjectingGlobalStyles: true } },
    MuiOutlinedInput: {
      styleOverrides: { root: { fontVariantNumeric: 'inherit' }, notchedOutline: { borderColor: 'var(--edge)' } },
    },
    MuiFormControlLabel: { styleOverrides: { root: { minHeight: thumb } } },
    MuiToggleButtonGroup: {
      styleOverrides: { root: { display: 'flex', flexWrap: 'wrap', gap: 6 } },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: thumb,
          padding: '4px 12px',
          // Words stand apart from one another: the group's own joined edges are for icons.
          '&&': { margin: 0, borderRadius: 6, border: '1px solid var(--oat)' },
          fontSize: '0.95rem',
          fontWeight: 400,
          color: 'var(--peat)',
          '&&.Mui-selected': {
            fontWeight: 700,
            color: 'var(--peat)',
            backgroundColor: 'var(--shorn)',
            borderColor: 'var(--woad)',
            boxShadow: 'inset 0 -3px 0 var(--woad)',
          },
        },
      },
    },
    MuiAlert: {
      defaultProps: { icon: false },
      styleOverrides: {
        root: {
          color: 'var(--peat)',
          backgroundColor: 'var(--shorn)',
          border: '1px solid var(--oat)',
          borderLeft: '4px solid var(--oat)',
          fontSize: '1rem',
        },
        message: { minWidth: 0 },
        colorError: { borderLeftColor: 'var(--madder)' },
        colorWarning: { borderLeftColor: 'var(--weld)' },
        colorSuccess: { borderLeftColor: 'var(--lichen)' },
      },
    },
    MuiTableCell: {
      styleOverrides: {
        root: { padding: '6px 12px 6px 0', borderColor: 'var(--oat)', fontSize: 'inherit' },
        head: { fontWeight: 400, color: 'var(--bark)' },
      },
    },
  },
});
