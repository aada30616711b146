import { Button, Stack } from '@mantine/core';
import type { Instrument } from '@probe-trail/core/instrument';
import { useState } from 'react';
import { nowMs } from '../../device/clock';
import { Day } from '../../device/Moment';
import { BottomSheet } from '../../ui/BottomSheet';
import { TextButton } from '../../ui/TextButton';
import classes from './InstrumentChoice.module.css';
import type { Kit } from './useKit';

interface ChoiceProps {
  readonly kit: Pick<Kit, 'offered' | 'instrument' | 'choose'>;
  readonly label: string;
}

/** The instruments of the workshop that can measure this, one tap each. */
export function InstrumentChoice({ kit: { offered, instrument, choose }, label }: ChoiceProps) {
  const [isOpen, setIsOpen] = useState(false);
  const take = (chosen: Instrument | null) => {
    choose(chosen);
    setIsOpen(false);
  };
  return (
    <>
      <TextButton onClick={() => setIsOpen(true)}>{label}</TextButton>
      <BottomSheet opened={isOpen} onClose={() => setIsOpen(false)} title="Measured with">
        <Stack maw={640}>
          {offered.length === 0 && <p>No instrument of the workshop measures this.</p>}
          {offered.map((one) => (
            <button
              key={one.id}
              type="button"
              className={classes.instrument}
              aria-pressed={one.id === instrument?.id}
              onClick={() => take(one)}
            >
              <b>{one.name}</b>
              <small>
                {one.calibrationDueAtMs === null ? (
                  'not calibrated'
                ) : (
                  <>
                    {one.calibrationDueAtMs < nowMs() ? 'calibration expired ' : 'calibrated until '}
                    <Day atMs={one.calibrationDueAtMs} />
                  </>
                )}
              </small>
            </button>
          ))}
          <Button variant="default" size="lg" onClick={() => take(null)}>
            One that is not on the list
          </Button>
        </Stack>
      </BottomSheet>
    </>
  );
}
