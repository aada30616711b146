import { Button } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { type ReactNode, useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import classes from './ReadyBar.module.css';
import { useTypedAnywhere } from './useTypedAnywhere';

interface BarProps {
  /** What is measured. */
  readonly label: string;
  readonly isOpenAtOnce: boolean;
  readonly children: ReactNode;
}

/** Where the step says how the meter is connected: it must be in sight while one measures. */
export const hookUpId = 'hook-up';

/**
 * On a phone the field and its keys take the lower half: until the meter is connected, hook-up and instruction have the screen, and one press
 * or the first character that is typed opens them.
 */
export function ReadyBar({ label, isOpenAtOnce, children }: BarProps) {
  const isSmall = useMediaQuery('(max-width: 700px)', undefined, { getInitialValueInEffect: false }) ?? false;
  const [isOpened, setIsOpened] = useState(isOpenAtOnce);
  const isClosed = isSmall && !isOpened && !isOpenAtOnce;
  useTypedAnywhere(() => {
    // At once: the field is there, and takes this very character.
    if (isClosed) flushSync(() => setIsOpened(true));
  });
  useEffect(() => {
    if (isSmall && isOpened) document.getElementById(hookUpId)?.scrollIntoView({ block: 'start' });
  }, [isSmall, isOpened]);
  if (!isClosed) return children;
  return (
    <div className={classes.bar}>
      <Button size="xl" mih={64} fullWidth onClick={() => setIsOpened(true)}>
        Ready to measure
      </Button>
      <span className={classes.label}>{label}</span>
    </div>
  );
}
