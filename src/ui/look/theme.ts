'use client';
import { createTheme } from '@mui/material/styles';
import { dark, light, type Tokens } from './tokens';

const sans = "'Hanken Grotesk', system-ui, sans-serif";

const scheme = (tokens: Tokens) => ({
  palette: {
    primary: { main: tokens.verdigris, dark: tokens.verdigrisDeep, contrastText: tokens.onVerdigris },
    error: { main: tokens.madder },
    warning: { main: tokens.ochre },
    info: { main: tokens.slate },
    background: { default: tokens.paper, paper: tokens.sheet },
    text: { primary: tokens.ink, secondary: tokens.pencil, disabled: tokens.faint },
    divider: tokens.rule,
  },
});

/**
 * The workspaces' look as a theme of the component library: flat sheets, ruled lines, no shadows but under
 * what floats.
 */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-look', cssVarPrefix: 'cf' },
  colorSchemes: { light: scheme(light), dark: scheme(dark) },
  shape: { borderRadius: 4 },
  spacing: 4,
  typography: {
    fontFamily: sans,
    fontSize: 14,
    htmlFontSize: 16,
    body1: { fontSize: 14, lineHeight: '20px' },
    body2: { fontSize: 13, lineHeight: '19px' },
    button: { textTransform: 'none', fontWeight: 550 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, color: 'inherit', variant: 'outlined' },
      styleOverrides: {
        root: {
          minHeight: 32,
          padding: '4px 12px',
          fontSize: 13.5,
          lineHeight: '22px',
          whiteSpace: 'nowrap',
          minWidth: 0,
          backgroundColor: 'var(--sheet)',
          color: 'var(--ink)',
          borderColor: 'var(--rule)',
          '&:hover': { borderColor: 'var(--edge)', backgroundColor: 'var(--sheet)' },
          '&.Mui-disabled': { color: 'var(--faint)', borderColor: 'var(--rule-soft)' },
          variants: [
            {
              props: { variant: 'contained' },
              style: {
                backgroundColor: 'var(--verdigris)',
                borderColor: 'var(--verdigris)',
                color: 'var(--on-verdigris)',
                '&:hover': { backgroundColor: 'var(--verdigris-deep)' },
                '&.Mui-disabled': { backgroundColor: 'var(--rule-soft)', color: 'var(--faint)' },
              },
            },
            {
              props: { variant: 'text' },
              style: {
                backgroundColor: 'transparent',
                color: 'var(--verdigris)',
                padding: '4px 6px',
                '&:hover': { backgroundColor: 'var(--verdigris-wash)' },
              },
            },
            {
              props: { color: 'error' },
              style: { '&:not(.MuiButton-contained):not(.Mui-disabled)': { color: 'var(--madder)' } },
            },
            {
              props: { color: 'error', variant: 'contained' },
              style: {
                backgroundColor: 'var(--madder)',
                borderColor: 'var(--madder)',
                '&:hover': { backgroundColor: 'var(--madder)', textDecoration: 'underline' },
              },
            },
          ],
        },
      },
    },
    MuiIconButton: {
      styleOverrides: {
        root: {
          borderRadius: 4,
          padding: 6,
          color: 'var(--pencil)',
          '&:hover': { backgroundColor: 'var(--rule-soft)' },
          '&.Mui-disabled': { color: 'var(--rule)' },
        },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: {
          backgroundColor: 'var(--sheet)',
          fontSize: 14,
          '& .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--edge)' },
          '&:hover:not(.Mui-disabled):not(.Mui-error):not(.Mui-focused) .MuiOutlinedInput-notchedOutline': {
            borderColor: 'var(--ink)',
          },
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderWidth: 2 },
        },
        input: { padding: '6px 10px', height: 20 },
        multiline: {
          padding: '6px 10px',
          '& textarea.MuiOutlinedInput-input': { padding: 0, height: 'auto' },
          // As high as its words from the start, before the script that measures them has come.
          '& textarea.MuiOutlinedInput-input:not([aria-hidden])': {
            fieldSizing: 'content',
            minHeight: 'calc(attr(rows type(<number>), 1) * 1lh)',
          },
        },
      },
    },
    MuiAutocomplete: {
      styleOverrides: {
        inputRoot: {
          '&.MuiOutlinedInput-root': {
            paddingTop: 0,
            paddingBottom: 0,
            paddingLeft: 0,
            '& .MuiAutocomplete-input': { padding: '6px 10px' },
          },
        },
      },
    },
    MuiSelect: {
      defaultProps: { size: 'small' },
      styleOverrides: { select: { padding: '6px 10px', minHeight: '20px !important', lineHeight: '20px' } },
    },
    MuiMenu: {
      styleOverrides: {
        paper: {
          border: '1px solid var(--rule)',
          boxShadow: '0 6px 20px rgb(0 0 0 / 0.14)',
          backgroundImage: 'none',
        },
      },
    },
    MuiMenuItem: { styleOverrides: { root: { fontSize: 14, minHeight: 32, padding: '4px 12px' } } },
    MuiDialog: {
      styleOverrides: {
        paper: {
          border: '1px solid var(--ink)',
          borderRadius: 0,
          boxShadow: '0 12px 40px rgb(0 0 0 / 0.2)',
          backgroundImage: 'none',
        },
      },
    },
    MuiDialogTitle: {
      styleOverrides: {
        root: { fontSize: 17, lineHeight: '24px', fontWeight: 600, padding: '18px 20px 6px' },
      },
    },
    MuiDialogContent: { styleOverrides: { root: { padding: '6px 20px 12px' } } },
    MuiDialogActions: { styleOverrides: { root: { padding: '8px 20px 18px' } } },
    MuiDrawer: { styleOverrides: { paper: { backgroundColor: 'var(--paper)', backgroundImage: 'none' } } },
    MuiTooltip: {
      defaultProps: { enterDelay: 500 },
      styleOverrides: {
        tooltip: { backgroundColor: 'var(--ink)', color: 'var(--paper)', fontSize: 12.5, borderRadius: 2 },
      },
    },
    MuiTabs: {
      styleOverrides: { root: { minHeight: 34, borderBottom: '1px solid var(--rule)' }, list: { gap: 22 } },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          color: 'var(--pencil)',
          borderColor: 'var(--rule)',
          textTransform: 'none',
          '&.Mui-selected': { color: 'var(--ink)', backgroundColor: 'var(--rule-soft)', fontWeight: 600 },
        },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: {
          minHeight: 34,
          minWidth: 0,
          padding: '0 0 8px',
          fontSize: 14,
          color: 'var(--pencil)',
          letterSpacing: 0,
          '&.Mui-selected': { color: 'var(--ink)', fontWeight: 600 },
        },
      },
    },
    MuiCheckbox: {
      defaultProps: { size: 'small' },
      styleOverrides: { root: { padding: 6, color: 'var(--edge)' } },
    },
    MuiRadio: {
      defaultProps: { size: 'small' },
      styleOverrides: { root: { padding: 6, color: 'var(--edge)' } },
    },
    MuiSwitch: { defaultProps: { size: 'small' } },
    MuiSnackbarContent: {
      styleOverrides: { root: { backgroundColor: 'var(--ink)', color: 'var(--paper)', borderRadius: 2 } },
    },
    MuiLink: { styleOverrides: { root: { color: 'var(--verdigris)', textUnderlineOffset: 2 } } },
  },
});
