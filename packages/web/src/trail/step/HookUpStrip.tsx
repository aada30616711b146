import { instrumentFunctions, sayInstrumentWarning, warningsOf } from '@probe-trail/core/instrument';
import { findPin, type HookUp, type Lead, type Plan, type Step } from '@probe-trail/core/plan';
import { formatQuantity, formatRange, type Reading } from '@probe-trail/core/reading';
import { isMeasured, limitsOf } from '@probe-trail/core/spec';
import type { ReactNode } from 'react';
import { nowMs } from '../../device/clock';
import { ConnectorFace } from '../../part/ConnectorFace';
import { WireStrip } from '../../part/WireStrip';
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

/** Instrument, function and range, then where each lead goes, with the wire drawn in its colours. */
export function HookUpStrip({ plan, step, hookUp, kit }: StripProps) {
  const { instrument, range, leads } = hookUp;
  const shown = kit.leadsSwapped ? leads.map(otherWayRound) : leads;
  return (
    <>
      <div id={hookUpId} className={classes.strip} data-leads={leads.length}>
        <div>
          <small className={classes.choices}>
            instrument
            {instrument !== 'eyes' && instrument !== 'liveData' && (
              <InstrumentChoice kit={kit} label={kit.instrument?.name ?? 'Choose instrument'} />
            )}
          </small>
          <span className={classes.what}>
            <span>
              <b>{instrumentFunctions[instrument]}</b>
              {range && <>, {formatRange(range.value, range.unit)}</>}
            </span>
          </span>
          <Extras hookUp={hookUp} />
        </div>
        {shown.map((lead, at) => (
          <LeadCell key={lead.colour} plan={plan} lead={lead}>
            {/* In a cell of its own: two things to press, one above the other, would lie under one finger. */}
            {at === shown.length - 1 && kit.swapLeads && (
              <TextButton aria-pressed={kit.leadsSwapped} onClick={kit.swapLeads}>
                {kit.leadsSwapped ? 'Swap back' : 'Swap the leads'}
              </TextButton>
            )}
          </LeadCell>
        ))}
      </div>
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

interface LeadProps {
  readonly plan: Plan;
  readonly lead: Lead;
  readonly children: ReactNode;
}

function LeadCell({ plan, lead: { colour, how, at }, children }: LeadProps) {
  const found = at.kind === 'pin' ? findPin(plan, at.connectorId, at.pin) : undefined;
  return (
    <div className={classes.cell}>
      <small className={classes.choices}>
        {colour} lead{how !== '' && `, ${how}`}
        {children}
      </small>
      <span className={classes.lead}>
        <i className={classes.plug} data-colour={colour} />
        {at.kind === 'pin' ? (
          <b className="mono">
            {at.connectorId}·{at.pin}
          </b>
        ) : (
          <b>{at.name}</b>
        )}
        {found && <WireStrip wire={found.pin.wire} />}
      </span>
      {found && <ConnectorFace connector={found.connector} marked={[found.pin.pin]} isSmall />}
    </div>
  );
}

/** What else is set or put on: clamp, adapter, scope. */
function Extras({ hookUp: { clamp, adapter, scope } }: { readonly hookUp: HookUp }) {
  const trigger = scope?.trigger;
  const text = [
    clamp?.zeroFirst && 'zero it before it goes round the wire',
    clamp && clamp.direction !== '' && `arrow ${clamp.direction}`,
    adapter !== '' && adapter,
    scope && `${scope.coupling} coupling`,
    scope &&
      `${formatQuantity(scope.perDivision.value, scope.perDivision.unit)} and ${formatQuantity(scope.timePerDivision.value, scope.timePerDivision.unit)} a division`,
    trigger && `trigger ${trigger.edge} at ${formatQuantity(trigger.level.value, trigger.level.unit)}`,
  ].filter((one): one is string => typeof one === 'string');
  return text.length > 0 ? <span className={classes.extras}>{text.join('; ')}</span> : null;
}

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
