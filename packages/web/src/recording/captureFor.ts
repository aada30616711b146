import { useKeptState } from '../device/keptState';
import { keepText, keptText } from '../device/keptTexts';
import { readKept } from '../device/localTexts';
import { isRecordOf, isText } from '../device/shapes';

/** Which captures were chosen for a step: one, or one before and one after something is done. */
export type ChosenFor = Readonly<Partial<Record<'only' | 'before' | 'after', string>>>;
export type ChosenAs = keyof ChosenFor;

const nameFor = (place: string): string => `capture-${place}`;
const isChosen = isRecordOf(isText);

/** The captures that were chosen for a step; they outlive the page. @param place trail and step */
export const useChosenCaptures = (place: string) => useKeptState<ChosenFor>(nameFor(place), {}, isChosen);

/** Chooses a capture for a step from another page, beside those that are chosen for it already. */
export function chooseFor(place: string, as: ChosenAs, recordingId: string): void {
  const last = readKept(keptText(nameFor(place)), isChosen) ?? {};
  keepText(nameFor(place), JSON.stringify({ ...last, [as]: recordingId }));
}
