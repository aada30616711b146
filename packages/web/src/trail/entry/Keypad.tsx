import { Button } from '@mantine/core';
import { IconBackspace } from '@tabler/icons-react';
import { memo, type ReactNode } from 'react';
import classes from './Keypad.module.css';
import { keypadKeys, pressBack, pressKey } from './keypadKeys';

interface KeypadProps {
  readonly unit: string;
  /** The keys that can lead to a reading now, as `usableKeys` gives them. */
  readonly usable: string;
  readonly canRecord: boolean;
  /** What the large key says and does. */
  readonly go?: string;
  /** Whether it stands beside the field where the screen is wide and low. */
  readonly isBeside?: boolean;
  /** Changes the text as a key does; must stay the same function while typing goes on. */
  readonly onKey: (change: (text: string) => string) => void;
  readonly onRecord: () => void;
}

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];

/** Only the keys that this step can use, large enough for gloves. It is drawn anew only when other keys can be used. */
export const Keypad = memo(function Keypad({
  unit,
  usable,
  canRecord,
  go = 'Record',
  isBeside,
  onKey,
  onRecord,
}: KeypadProps) {
  const can = new Set(usable.split(' '));
  const press = (key: string) => onKey((text) => pressKey(text, key));
  const key = (name: string) => <Key key={name} name={name} isUsable={can.has(name)} onPress={press} />;
  const others = keypadKeys(unit);
  // With the one that deletes, in two rows.
  const columns = Math.ceil((others.length + 1) / 2);
  return (
    <div className={classes.keypad} data-others={columns} data-beside={isBeside || undefined}>
      <div className={classes.digits}>{digits.map(key)}</div>
      <div className={classes.others} data-odd={others.length % 2 === 0 || undefined}>
        {others.map(key)}
        <Key name="Delete the last character" isUsable onPress={() => onKey(pressBack)}>
          <IconBackspace size={24} />
        </Key>
      </div>
      <Button mih={56} h="auto" fz={22} disabled={!canRecord} onClick={onRecord} {...keepFocus}>
        {go}
      </Button>
    </div>
  );
});

interface KeyProps {
  readonly name: string;
  readonly isUsable: boolean;
  readonly onPress: (name: string) => void;
  readonly children?: ReactNode;
}

// A tap on a key must not take the caret out of the field.
const keepFocus = { onMouseDown: (event: { preventDefault: () => void }) => event.preventDefault() };

function Key({ name, isUsable, onPress, children }: KeyProps) {
  return (
    <button
      type="button"
      tabIndex={-1}
      className={classes.key}
      aria-label={children ? name : undefined}
      disabled={!isUsable}
      onClick={() => onPress(name)}
      {...keepFocus}
    >
      {children ?? name}
    </button>
  );
}
