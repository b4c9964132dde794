import { createTheme, useColorScheme } from '@mui/material/styles';
import { asProperties, dark, light, type Roles } from './roles';

const SANS = '"Source Sans 3 Variable", system-ui, sans-serif';

const palette = (roles: Roles) => ({
  primary: { main: roles.act },
  error: { main: roles.fall },
  text: { primary: roles.ink, secondary: roles.ink2 },
  background: { default: roles.page, paper: roles.sheet },
  divider: roles.rule,
});

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'class' },
  colorSchemes: { light: { palette: palette(light) }, dark: { palette: palette(dark) } },
  shape: { borderRadius: 2 },
  spacing: 4,
  typography: {
    fontFamily: SANS,
    fontSize: 13,
    htmlFontSize: 16,
    body1: { fontSize: 13 },
    body2: { fontSize: 13 },
    button: { textTransform: 'none', fontWeight: 500 },
  },
  transitions: { duration: { enteringScreen: 120, leavingScreen: 80 } },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ':root': asProperties(light),
        ':root.dark': asProperties(dark),
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'small' },
      // Without its ripple the library shows no focus at all.
      styleOverrides: {
        root: { '&.Mui-focusVisible': { outline: '2px solid var(--act)', outlineOffset: '2px' } },
      },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiMenuItem: { defaultProps: { dense: true } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
  },
});

/** The colours in force, for what is drawn rather than styled. */
export function useRoles(): Roles {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark' ? dark : light;
}
