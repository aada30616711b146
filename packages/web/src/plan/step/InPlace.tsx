import { Button } from '@mantine/core';
import { IconPlus } from '@tabler/icons-react';
import { type KeyboardEvent, type ReactNode, useEffect, useRef } from 'react';
import classes from './InPlace.module.css';
import { partAttribute, useOpenParts } from './openParts';

interface InPlaceProps {
  /** By which the step knows it. */
  readonly part: string;
  /** How it is called, such as `the hook-up`. */
  readonly name: string;
  /** As the technician sees it. */
  readonly view: ReactNode;
  /** What lies below and can be used while the part is closed, such as cuts that are dragged. */
  readonly below?: ReactNode;
  /** The fields, while it is open. */
  readonly children: ReactNode;
}

/** A part of the step as the technician sees it; pressed, it opens in its place and is written. */
export function InPlace({ part, name, view, below, children }: InPlaceProps) {
  const { open, isLocked, show, close } = useOpenParts();
  const isOpen = open.has(part);
  const cover = useRef<HTMLButtonElement>(null);
  const section = useRef<HTMLElement>(null);
  const wasOpen = useRef(isOpen);
  useEffect(() => {
    if (wasOpen.current === isOpen) return;
    const hadFocus = document.activeElement === document.body || section.current?.contains(document.activeElement);
    wasOpen.current = isOpen;
    // What had the focus went away with the other face of the part.
    if (isOpen) section.current?.querySelector<HTMLElement>('input, textarea, button')?.focus();
    else if (hadFocus) cover.current?.focus();
  }, [isOpen]);
  if (!isOpen)
    return (
      <section className={classes.part} ref={section}>
        <div className={classes.view}>
          {view}
          {!isLocked && (
            <button
              type="button"
              ref={cover}
              className={classes.cover}
              aria-label={`Edit ${name}`}
              onClick={() => show(part)}
            />
          )}
        </div>
        {below}
      </section>
    );
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    // Escape in an open list closes that list.
    const isInList = event.target instanceof Element && event.target.getAttribute('aria-expanded') === 'true';
    if (event.key === 'Escape' && !isInList) close(part);
  };
  return (
    <section
      className={classes.open}
      ref={section}
      aria-label={name}
      onKeyDown={onKeyDown}
      {...{ [partAttribute]: part }}
    >
      {children}
      <Button className={classes.done ?? ''} variant="subtle" onClick={() => close(part)} aria-label={`Close ${name}`}>
        Done
      </Button>
    </section>
  );
}

interface AddProps {
  readonly label: string;
  readonly onAdd: () => void;
}

/** What the step does not have yet. */
export function AddPart({ label, onAdd }: AddProps) {
  if (useOpenParts().isLocked) return null;
  return (
    <Button className={classes.add ?? ''} variant="subtle" leftSection={<IconPlus size={18} />} onClick={onAdd}>
      {label}
    </Button>
  );
}
