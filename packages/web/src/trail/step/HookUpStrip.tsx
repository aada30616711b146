import { sayInstrumentWarning, warningsOf } from '@probe-trail/core/instrument';
import type { HookUp, Lead, Plan, Step } from '@probe-trail/core/plan';
import type { Reading } from '@probe-trail/core/reading';
import { isMeasured, limitsOf } from '@probe-trail/core/spec';
import { nowMs } from '../../device/clock';
import { HookUpView } from '../../part/HookUpView';
import { TextButton } from '../../ui/TextButton';
import { InstrumentChoice } from '../entry/InstrumentChoice';
import { hookUpId } from '../entry/ReadyBar';
import type { Kit } from '../entry/useKit';
import classes from './HookUpStrip.module.css';

interface StripProps {
  readonly plan: Plan;
  readonly step: Step;
  readonly hookUp: HookUp;
  readonly kit: Kit;
}

/** Instrument, function and range, then where each lead goes; here the instrument is chosen, and the leads can be swapped. */
export function HookUpStrip({ plan, step, hookUp, kit }: StripProps) {
  const { instrument, leads } = hookUp;
  const shown = kit.leadsSwapped ? { ...hookUp, leads: leads.map(otherWayRound) } : hookUp;
  return (
    <>
      <HookUpView
        id={hookUpId}
        plan={plan}
        hookUp={shown}
        withInstrument={
          instrument !== 'eyes' &&
          instrument !== 'liveData' && (
            <InstrumentChoice kit={kit} label={kit.instrument?.name ?? 'Choose instrument'} />
          )
        }
        withLastLead={
          kit.swapLeads && (
            <TextButton aria-pressed={kit.leadsSwapped} onClick={kit.swapLeads}>
              {kit.leadsSwapped ? 'Swap back' : 'Swap the leads'}
            </TextButton>
          )
        }
      />
      {kit.leadsSwapped && (
        <p className={classes.warning}>
          The leads are swapped: type the sign that the meter shows, it is turned for you.
        </p>
      )}
      <Warnings step={step} hookUp={hookUp} kit={kit} />
    </>
  );
}

const otherWayRound = (lead: Lead): Lead => ({ ...lead, colour: lead.colour === 'red' ? 'black' : 'red' });

/** What must be said about the instrument before it is used. */
function Warnings({ step, hookUp, kit: { instrument, context } }: Omit<StripProps, 'plan'>) {
  if (!instrument) return null;
  const measured = step.readings.map(({ spec }) => spec).find(isMeasured);
  const limits = measured && limitsOf(measured, context.valueFor);
  const at = (value: number): Reading => ({
    kind: 'exact',
    value,
    resolution: 0,
    unit: measured?.unit ?? '',
    text: '',
  });
  const warnings = warningsOf(
    instrument,
    hookUp.instrument,
    nowMs(),
    measured && limits?.ok
      ? { line: limits.value.line, unit: measured.unit, uncertaintyAt: (value) => context.uncertaintyOf(at(value)) }
      : undefined,
  );
  return warnings.map((warning) => (
    <p key={warning.kind} className={classes.warning}>
      {sayInstrumentWarning(warning, instrument.name)}
    </p>
  ));
}
