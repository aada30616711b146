// What other features and packages may use; every other file here is private to the folder.
export {
  blankWorkshop,
  letterheadLines,
  type PaperSize,
  paperSizes,
  type Workshop,
  workshopSchema,
} from './workshop.js';
