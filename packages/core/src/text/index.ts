// What other features and packages may use.
export { cutText } from './cutText.js';
