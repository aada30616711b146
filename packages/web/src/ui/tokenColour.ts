/** The colour of a token, such as `--rule`, as a canvas or a file needs it: by its value. */
export const tokenColour = (token: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(token).trim();
