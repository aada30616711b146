// What other features and packages may use; every other file here is private to the folder.

export { type CommaRole, type CommasRead, commaRoles, commasIn, sayCommas, withCommas } from './commasIn.js';
export { writeCsv } from './csv.js';
export { limitsToCsv, readLimits } from './limitsCsv.js';
export { type Paper, type PaperEnd, type PaperIssue, type PaperPinout, type PaperStep, paperOf } from './paperOf.js';
export { type Gap, type OutlineDraft, readOutline } from './readOutline.js';
export { toMarkdown } from './toMarkdown.js';
export { toMermaid } from './toMermaid.js';
