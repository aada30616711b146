import { Button } from '@mantine/core';
import { IconBackspace } from '@tabler/icons-react';
import { memo, type ReactNode } from 'react';
import classes from './Keypad.module.css';
import { keypadKeys, pressBack, pressKey } from './keypadKeys';

interface KeypadProps {
  readonly unit: string;
  readonly canRecord: boolean;
  /** Changes the text as a key does; must stay the same function while typing goes on. */
  readonly onKey: (change: (text: string) => string) => void;
  readonly onRecord: () => void;
}

const digits = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];

/** Only the keys that this step can use, large enough for gloves. It is not drawn anew while typing goes on. */
export const Keypad = memo(function Keypad({ unit, canRecord, onKey, onRecord }: KeypadProps) {
  const keys = keypadKeys(unit);
  const press = (key: string) => onKey((text) => pressKey(text, key));
  return (
    <div className={classes.keypad} data-units={keys.units.length}>
      {digits.map((digit) => (
        <Key key={digit} area={`k${digit}`} name={digit} onPress={press} />
      ))}
      <Key area="dot" name="." onPress={press} />
      {keys.minus && <Key area="minus" name="−" onPress={press} />}
      {keys.overload && <Key area="ol" name="OL" onPress={press} />}
      {keys.units.map((symbol, index) => (
        <Key key={symbol} area={`u${index}`} name={symbol} onPress={press} />
      ))}
      <Key area="back" name="Delete the last character" onPress={() => onKey(pressBack)}>
        <IconBackspace size={24} />
      </Key>
      <Button className={classes.go} mih={56} h="auto" fz={22} disabled={!canRecord} onClick={onRecord} {...keepFocus}>
        Record
      </Button>
    </div>
  );
});

interface KeyProps {
  readonly area: string;
  readonly name: string;
  readonly onPress: (name: string) => void;
  readonly children?: ReactNode;
}

// A tap on a key must not take the caret out of the field.
const keepFocus = { onMouseDown: (event: { preventDefault: () => void }) => event.preventDefault() };

function Key({ area, name, onPress, children }: KeyProps) {
  return (
    <button
      type="button"
      tabIndex={-1}
      className={classes.key}
      style={{ gridArea: area }}
      aria-label={children ? name : undefined}
      onClick={() => onPress(name)}
      {...keepFocus}
    >
      {children ?? name}
    </button>
  );
}
