import { createTheme } from '@mui/material/styles';
import { headFont, tone, wordFont } from '../tones';

/** For the few parts of MUI that are used; colours are those of palette.css, which follow day and night by themselves. */
export const theme = createTheme({
  cssVariables: { nativeColor: true },
  palette: {
    primary: { main: tone('woad'), dark: 'var(--woad-pressed)', contrastText: 'var(--on-woad)' },
    error: { main: tone('madder') },
    warning: { main: tone('weld') },
    success: { main: tone('lichen') },
    background: { default: tone('fleece'), paper: tone('shorn') },
    text: { primary: tone('peat'), secondary: tone('bark'), disabled: 'var(--off-words)' },
    divider: tone('oat'),
    action: {
      active: 'var(--arrow)',
      disabled: 'var(--off)',
      disabledBackground: 'var(--off-ground)',
      hover: 'color-mix(in srgb, var(--peat) var(--hover), transparent)',
      selected: 'color-mix(in srgb, var(--peat) 12%, transparent)',
      focus: 'color-mix(in srgb, var(--peat) 12%, transparent)',
    },
  },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: wordFont,
    fontSize: 15,
    h2: { fontFamily: headFont, fontWeight: 560, fontSize: '1.2rem', lineHeight: 1.25 },
    h6: { fontFamily: wordFont },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { fontFamily: wordFont } } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiOutlinedInput: { styleOverrides: { notchedOutline: { borderColor: 'var(--edge)' } } },
    MuiTextField: { defaultProps: { size: 'small' } },
  },
});
