// What other features and packages may use; every other file here is private to the folder.
export { type Account, type AccountInput, accountSchema } from './account.js';
export { accountOf } from './accountOf.js';
export {
  type AccountBlock,
  accountBlocks,
  accountTitle,
  accountToHtml,
  accountToMarkdown,
  type Voice,
  voices,
} from './accountText.js';
export { customerParts } from './customerParts.js';
