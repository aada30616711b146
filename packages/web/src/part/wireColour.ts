/** Colours of wires as they are named on wiring information, with the colour that a screen shows for them. */
const wireColours: Readonly<Record<string, string>> = {
  black: '#1d1d1d',
  white: '#f5f3ea',
  red: '#b3261e',
  brown: '#7a4a21',
  blue: '#24569c',
  'light blue': '#7fb2dc',
  green: '#2f7a3d',
  yellow: '#e0bd2b',
  grey: '#8a8d90',
  violet: '#6b4a9b',
  orange: '#d9772b',
  pink: '#d98aa5',
  cream: '#f0e6c8',
  natural: '#d9cdb0',
};

export const wireColourNames = Object.keys(wireColours);

/** The colour for a name; `undefined` for one that is not known, which is then shown by its name alone. */
export const wireColour = (name: string): string | undefined => wireColours[name.trim().toLowerCase()];
