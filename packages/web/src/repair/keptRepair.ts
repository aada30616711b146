import { type Repair, type RepairWay, repairWays } from '@probe-trail/core/repair';
import {
  isListOf,
  isMissingOr,
  isNullOr,
  isNumber,
  isOneOf,
  isShaped,
  isText,
  isTruth,
  type Shape,
} from '../device/shapes';

const isPermanent = isShaped<{ kind: 'permanent' }>({ kind: isOneOf(['permanent']) });
const isTemporary = isShaped<{ kind: 'temporary'; remains: string; dueBy: string }>({
  kind: isOneOf(['temporary']),
  remains: isText,
  dueBy: isText,
});
const isLasting: Shape<Repair['lasts']> = (value): value is Repair['lasts'] => isPermanent(value) || isTemporary(value);

/** A repair that is being written, as the device keeps it through a reload. */
export const isRepair = isShaped<Repair>({
  cause: isText,
  suspectId: isNullOr(isText),
  trailId: isNullOr(isText),
  way: isOneOf(Object.keys(repairWays) as RepairWay[]),
  done: isText,
  parts: isListOf(isShaped<Repair['parts'][number]>({ name: isText, number: isText, quantity: isNumber })),
  condition: isText,
  conditionPhotoIds: isMissingOr(isListOf(isText)),
  isOldPartKept: isTruth,
  lasts: isLasting,
  forNext: isText,
});
