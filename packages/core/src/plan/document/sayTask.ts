import { sayBounds } from '../../spec/index.js';
import { withPictures } from './pictures.js';
import { type Task, taskKinds } from './plan.js';
import { sayNeed } from './sayPlan.js';

/** Work after a repair in one line: “torque: stud of G3, 16 to 20 Nm, with ignition off”. */
export function sayTask({ kind, text, limit, needs }: Task): string {
  const words = withPictures(text, (caption) => (caption === '' ? 'see the picture' : `see the picture: ${caption}`));
  return [
    `${taskKinds[kind]}: ${words.trim() || '…'}`,
    ...(limit ? [sayBounds(limit.min, limit.max, limit.unit)] : []),
    ...(needs.length > 0 ? [`with ${needs.map(sayNeed).join(', ')}`] : []),
  ].join(', ');
}
