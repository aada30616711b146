import { createContext, type RefObject, useContext, useMemo, useRef, useState } from 'react';

/** Which parts of a step stand open for writing; the others stand as the technician sees them. */
export interface OpenParts {
  readonly open: ReadonlySet<string>;
  /** The step is written somewhere else, as one of a block is: it is only looked at here. */
  readonly isLocked: boolean;
  /** Opens one and closes the others, save those in which something does not make sense yet: what is typed there stays. */
  readonly show: (part: string) => void;
  readonly close: (part: string) => void;
}

/** The attribute by which an open part is found in the page. */
export const partAttribute = 'data-open-part';

export const OpenPartsContext = createContext<OpenParts | undefined>(undefined);

/** Only below the editor of a step. */
export function useOpenParts(): OpenParts {
  const parts = useContext(OpenPartsContext);
  if (!parts) throw new Error('useOpenParts stands outside the editor of a step');
  return parts;
}

/**
 * @param first the parts that stand open at the beginning
 * @param isLocked no part can be opened
 * @param within the element in which the parts stand
 */
export function useMakeOpenParts(
  first: readonly string[],
  isLocked: boolean,
  within: RefObject<HTMLElement | null>,
): OpenParts {
  const [open, setOpen] = useState<ReadonlySet<string>>(() => new Set(first));
  const newest = useRef(open);
  newest.current = open;
  return useMemo(() => {
    const closeAllBut = (kept: (part: string) => boolean, added: readonly string[]) =>
      setOpen(
        new Set([...[...newest.current].filter((one) => kept(one) || isUnfinished(within.current, one)), ...added]),
      );
    return {
      open: isLocked ? none : open,
      isLocked,
      show: (part) => closeAllBut(() => false, [part]),
      close: (part) => closeAllBut((one) => one !== part, []),
    };
  }, [open, isLocked, within]);
}

const none: ReadonlySet<string> = new Set();

/** Whether a field of the part holds a text that makes no sense yet: closed, it would be lost. */
const isUnfinished = (within: HTMLElement | null, part: string): boolean =>
  within?.querySelector(`[${partAttribute}="${CSS.escape(part)}"] [aria-invalid="true"]`) != null;
