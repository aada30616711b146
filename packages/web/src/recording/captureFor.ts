import { keepText, keptText } from '../device/keptTexts';
import { readKept } from '../device/localTexts';
import { isRecordOf, isText } from '../device/shapes';

/** Under what it is kept which captures were chosen for a step. @param place trail and step */
export const captureFor = (place: string): string => `capture-${place}`;

/** Chooses a capture for a step, beside those that are chosen for it already. */
export function chooseFor(place: string, as: string, recordingId: string): void {
  const last = readKept(keptText(captureFor(place)), isRecordOf(isText)) ?? {};
  keepText(captureFor(place), JSON.stringify({ ...last, [as]: recordingId }));
}
