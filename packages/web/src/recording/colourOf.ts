/** The token of the colour in which a value is drawn, by its number. */
export const colourOf = (colour: number): string => `--path-${colour % 8}`;
