import { Button } from '@mantine/core';
import { type Instrument, instrumentFunctions } from '@probe-trail/core/instrument';
import { formatRange } from '@probe-trail/core/reading';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { Wait } from '../api/Wait';
import { nowMs } from '../device/clock';
import { Day } from '../device/Moment';
import { Page } from '../frame/Page';
import { useMay } from '../session/sessionApi';
import { VerdictMark } from '../spec/VerdictMark';
import { InstrumentForm } from './InstrumentForm';
import classes from './InstrumentsPage.module.css';
import { useInstrumentsQuery } from './instrumentApi';

const newInstrument = (): Instrument => ({
  id: nanoid(),
  name: '',
  functions: [{ measures: 'dcVolts', unit: 'V', ranges: [{ upTo: 20, percent: 0.5, digits: 2, lastPlace: 0.01 }] }],
  calibrationDueAtMs: null,
  isRetired: false,
});

/** The instruments of the workshop: what they measure, how well, and until when that has been checked. */
export function InstrumentsPage() {
  const { data, error, refetch } = useInstrumentsQuery();
  const mayKeep = useMay('keepInstruments');
  const [edited, setEdited] = useState<Instrument | undefined>();
  return (
    <Page
      title="Instruments"
      actions={mayKeep && <Button onClick={() => setEdited(newInstrument())}>Add an instrument</Button>}
    >
      <Wait for={data} error={error} retry={refetch}>
        {(instruments) =>
          instruments.length === 0 ? (
            <p>No instrument yet. Until one is added, verdicts go by the digits that are typed.</p>
          ) : (
            <ul className={classes.list}>
              {instruments.map((one) => (
                <InstrumentLine key={one.id} instrument={one} onEdit={mayKeep ? () => setEdited(one) : undefined} />
              ))}
            </ul>
          )
        }
      </Wait>
      {edited && <InstrumentForm key={edited.id} instrument={edited} onClose={() => setEdited(undefined)} />}
    </Page>
  );
}

interface LineProps {
  readonly instrument: Instrument;
  readonly onEdit: (() => void) | undefined;
}

function InstrumentLine({ instrument, onEdit }: LineProps) {
  const { name, functions, calibrationDueAtMs, isRetired, address } = instrument;
  const isOverdue = calibrationDueAtMs !== null && calibrationDueAtMs < nowMs();
  return (
    <li>
      <div className={classes.what}>
        <b>{name}</b>
        <small>
          {isRetired && 'retired · '}
          {calibrationDueAtMs === null ? 'not calibrated' : isOverdue ? 'calibration expired ' : 'calibrated until '}
          {calibrationDueAtMs !== null && <Day atMs={calibrationDueAtMs} />}
          {address != null && ` · on the network: ${address}`}
        </small>
      </div>
      {isOverdue && !isRetired ? <VerdictMark kind="tooCloseToCall" size={20} /> : <i />}
      <dl>
        {functions.map(({ measures, unit, ranges }) => (
          <div key={measures}>
            <dt>{instrumentFunctions[measures]}</dt>
            <dd>
              {ranges.map(({ upTo, percent, digits }) => (
                <span key={upTo}>
                  {formatRange(upTo, unit)} ±({percent} % + {digits})
                </span>
              ))}
            </dd>
          </div>
        ))}
      </dl>
      {onEdit && (
        <Button variant="default" onClick={onEdit}>
          Change
        </Button>
      )}
    </li>
  );
}
