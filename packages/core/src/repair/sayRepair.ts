import { type Repair, repairWays, type UsedPart } from './repair.js';

/** What was done about which cause, in a line: “Ground stud G3 cleaned”. */
export const sayRepair = ({ cause, way }: Repair): string => `${cause} ${repairWays[way]}`;

/** A part as it is ordered: “2 × Seal ring, 4410-8”. */
export const sayPart = ({ name, number, quantity }: UsedPart): string =>
  [quantity === 1 ? name : `${quantity} × ${name}`, number].filter(Boolean).join(', ');
