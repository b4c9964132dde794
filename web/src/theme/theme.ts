import { Instant } from './Instant';
import type {} from '@mui/x-data-grid/themeAugmentation';
import { createTheme, useColorScheme } from '@mui/material/styles';
import { asProperties, dark, light, type Roles } from './roles';

const SANS = '"Source Sans 3 Variable", system-ui, sans-serif';

/** Titles and findings. */
export const SERIF = '"Source Serif 4 Variable", Georgia, serif';

const palette = (roles: Roles) => ({
  primary: { main: roles.act },
  error: { main: roles.fall },
  text: { primary: roles.ink, secondary: roles.ink2 },
  background: { default: roles.page, paper: roles.sheet },
  divider: roles.rule,
});

/** What looks like text until one points at it. */
const plain = {
  minWidth: 0,
  padding: 0,
  border: 0,
  borderRadius: 0,
  font: 'inherit',
  letterSpacing: 'inherit',
  lineHeight: 'inherit',
  color: 'inherit',
  textAlign: 'inherit' as const,
  verticalAlign: 'baseline',
  display: 'inline-block',
  '&:hover': { background: 'none' },
};

/** A word in a text that can be pressed. */
const word = {
  ...plain,
  borderBottom: '1px solid var(--act)',
  color: 'var(--deep)',
  fontWeight: 500,
  '&:hover': { background: 'var(--hover)' },
};

/** A field that stands in a text as one of its words. */
const underlined = { font: 'inherit', color: 'var(--deep)', borderBottom: '1px solid var(--act)' };

/** The looks of tables, by class; what each is stands with the part itself, kit/Table. */
const table = {
  width: 'auto',
  '& caption': { captionSide: 'top' as const, padding: 0, color: 'inherit', font: 'inherit' },
  '&.ruled': { width: '100%' },
  '&.ruled thead th': {
    fontWeight: 600,
    textAlign: 'left',
    color: 'var(--ink2)',
    padding: '2px 8px',
    borderBottom: '1px solid var(--ink2)',
    verticalAlign: 'bottom',
  },
  '&.ruled tbody th': {
    fontWeight: 400,
    textAlign: 'left',
    padding: '2px 8px',
    borderBottom: '1px solid var(--rule)',
    whiteSpace: 'nowrap',
  },
  '&.sticky thead th': {
    position: 'sticky',
    top: 0,
    zIndex: 1,
    background: 'var(--sheet)',
    paddingTop: 8,
  },
  '&.ruled td': {
    padding: '2px 8px',
    borderBottom: '1px solid var(--rule)',
    height: 26,
    whiteSpace: 'nowrap',
  },
  '&.answer-table': { margin: '8px 0 16px' },
  '&.answer-table th, &.answer-table td': {
    padding: '4px 8px',
    fontWeight: 400,
    fontSize: 13,
    textAlign: 'left',
    whiteSpace: 'nowrap',
    borderBottom: '1px solid var(--rule)',
  },
  '&.answer-table thead th': { color: 'var(--ink2)', borderBottomColor: 'var(--ink2)' },
  '&.answer-table > * > tr > th:first-of-type': { paddingLeft: 16 },
  '&.ruled .wide': { whiteSpace: 'normal' },
  '&.indent > * > tr > :first-of-type': { paddingLeft: 16 },
  '& .opened > *': { background: 'var(--hover)' },
  '& .plain-button:hover': { textDecoration: 'underline' },
  '&.ruled .number, &.answer-table .number': { textAlign: 'right' },
} as const;

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
      variants: [
        { props: { variant: 'word' }, style: word },
        { props: { variant: 'plain' }, style: plain },
      ],
      // Without its ripple the library shows no focus at all.
      styleOverrides: {
        root: { '&.Mui-focusVisible': { outline: '2px solid var(--act)', outlineOffset: '2px' } },
      },
    },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiTable: { styleOverrides: { root: table } },
    MuiCheckbox: {
      defaultProps: { size: 'small' },
      styleOverrides: { root: { padding: 2, marginRight: 4 } },
    },
    MuiRadio: { defaultProps: { size: 'small' }, styleOverrides: { root: { padding: 2, marginRight: 4 } } },
    MuiFormControlLabel: { styleOverrides: { root: { marginLeft: -2, marginRight: 12 } } },
    MuiNativeSelect: {
      styleOverrides: { root: { font: 'inherit' }, select: { paddingTop: 1, paddingBottom: 1 } },
    },
    MuiInputBase: { styleOverrides: { root: { '&.word-field': underlined, '&.blank-field': underlined } } },
    MuiDataGrid: {
      styleOverrides: {
        root: {
          border: 0,
          borderRadius: 0,
          '--DataGrid-rowBorderColor': 'var(--rule)',
          '--DataGrid-containerBackground': 'var(--sheet)',
          '& .MuiDataGrid-columnHeader': { padding: '0 8px', color: 'var(--ink2)' },
          '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 600 },
          '& .MuiDataGrid-columnSeparator': { color: 'var(--rule)' },
          '& .MuiDataGrid-cell': { padding: '0 8px' },
          '& .MuiDataGrid-cell:focus, & .MuiDataGrid-columnHeader:focus': {
            outline: '2px solid var(--act)',
            outlineOffset: -2,
          },
          '& .MuiDataGrid-row--dynamicHeight .MuiDataGrid-cell': { paddingTop: 4, paddingBottom: 4 },
        },
      },
    },
    MuiPopover: { defaultProps: { slots: { transition: Instant } } },
    MuiDialog: { defaultProps: { slots: { transition: Instant } } },
    MuiMenuItem: { defaultProps: { dense: true } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
  },
});

/** The colours in force, for what is drawn rather than styled. */
export function useRoles(): Roles {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark' ? dark : light;
}
