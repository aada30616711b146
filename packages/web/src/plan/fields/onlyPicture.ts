/** Whether a paste or a drop brings a picture alone: a spreadsheet brings a picture of its cells beside their text. */
export const isOnlyPicture = (brought: DataTransfer): boolean =>
  brought.getData('text/plain') === '' && [...brought.files].some(({ type }) => type.startsWith('image/'));
