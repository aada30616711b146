import { createTheme, type MantineColorsTuple } from '@mantine/core';

/** One action colour: shade 6 is its day value, shade 4 its night value. */
const kingfisher: MantineColorsTuple = [
  '#e6f4f6',
  '#cbe6ea',
  '#a5d6de',
  '#7ccbd8',
  '#58bfd0',
  '#2f94a6',
  '#0a6577',
  '#085464',
  '#064450',
  '#04333d',
];

// The cross has no words of its own, and fingers in gloves must hit it.
const closeButtonProps = { 'aria-label': 'Close', size: 44 };

// The page has a banner already; the head of a dialog is none.
const attributes = { header: { role: 'none' } };

// The head of a dialog stays at its top: a field that gets the focus is not scrolled to beneath it.
const content = { scrollPaddingTop: '5rem' };
// Sheets from the bottom edge open at the vehicle.
const atTheVehicle = { '--field-height': 'var(--touch-vehicle)' };
const title = { fontSize: 20, fontWeight: 700 };

export const theme = createTheme({
  colors: { kingfisher },
  primaryColor: 'kingfisher',
  primaryShade: { light: 6, dark: 4 },
  autoContrast: true,
  luminanceThreshold: 0.4,
  fontFamily: '"Atkinson Hyperlegible Next Variable", sans-serif',
  fontFamilyMonospace: '"JetBrains Mono Variable", monospace',
  headings: { fontFamily: '"Atkinson Hyperlegible Next Variable", sans-serif', fontWeight: '700' },
  spacing: {
    xs: 'var(--space-sm)',
    sm: 'var(--space-md)',
    md: 'var(--space-lg)',
    lg: 'var(--space-xl)',
    xl: 'var(--space-2xl)',
  },
  defaultRadius: 'md',
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Button: { defaultProps: { mih: 44, size: 'md' } },
    ActionIcon: { defaultProps: { size: 44, variant: 'subtle' } },
    TextInput: { defaultProps: { size: 'md' } },
    // From the bottom edge, as high as what is in it.
    Drawer: {
      defaultProps: { position: 'bottom', closeButtonProps, attributes },
      styles: { title, content: { ...content, ...atTheVehicle, height: 'auto', maxHeight: '85dvh' } },
    },
    Modal: { defaultProps: { closeButtonProps, attributes }, styles: { title, content } },
    Textarea: { defaultProps: { size: 'md' } },
    // A closed list of 300 steps is not drawn.
    Combobox: { defaultProps: { keepMounted: false } },
    // What is chosen already stays chosen when it is picked again.
    Select: { defaultProps: { size: 'md', checkIconPosition: 'right', allowDeselect: false } },
    Chip: { styles: { label: { height: 44 } } },
    MultiSelect: { defaultProps: { size: 'md' } },
    TagsInput: { defaultProps: { size: 'md' } },
  },
});
