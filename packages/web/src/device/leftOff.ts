import { useEffect } from 'react';
import { keepText, keptText } from './keptTexts';
import { readKept } from './localTexts';
import { isShaped, isText } from './shapes';

/** The trail that somebody was on last, on this device. */
export interface LeftOff {
  readonly person: string;
  readonly trailId: string;
  /** The bus and its open step. */
  readonly label: string;
}

const name = 'left-off';
const isLeftOff = isShaped<LeftOff>({ person: isText, trailId: isText, label: isText });

/** Where this person left off; `undefined` where they were on no trail here, or it has come to its end. */
export const leftOffOf = (person: string | undefined): LeftOff | undefined => {
  const kept = readKept(keptText(name), isLeftOff);
  return kept?.person === person ? kept : undefined;
};

/** Keeps where somebody is, so that they are led back there; `null` where there is nothing to go back to, `undefined` while that is not known. */
export function useLeftOff(where: LeftOff | null | undefined): void {
  const text = where && JSON.stringify(where);
  useEffect(() => {
    if (text !== undefined) keepText(name, text ?? undefined);
  }, [text]);
}
