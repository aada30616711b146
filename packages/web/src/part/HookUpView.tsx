import { instrumentFunctions } from '@probe-trail/core/instrument';
import { findPin, type HookUp, type Lead, type Plan } from '@probe-trail/core/plan';
import { formatQuantity, formatRange } from '@probe-trail/core/reading';
import type { ReactNode } from 'react';
import { ConnectorFace } from './ConnectorFace';
import classes from './HookUpView.module.css';
import { WireStrip } from './WireStrip';

interface ViewProps {
  readonly id?: string;
  /** Whose pins are meant. */
  readonly plan: Pick<Plan, 'partCards'>;
  readonly hookUp: HookUp;
  /** What can be done about the instrument. */
  readonly withInstrument?: ReactNode;
  /** What can be done about the leads. In a cell of its own: two things to press, one above the other, would lie under one finger. */
  readonly withLastLead?: ReactNode;
}

/** Instrument, function and range, then where each lead goes, with the wire drawn in its colours. */
export function HookUpView({ id, plan, hookUp, withInstrument, withLastLead }: ViewProps) {
  const { instrument, range, leads } = hookUp;
  const isQuiet = withInstrument === undefined && withLastLead === undefined;
  return (
    <div className={classes.room}>
      <div id={id} className={classes.strip} data-leads={leads.length} data-quiet={isQuiet || undefined}>
        <div>
          <small className={classes.choices}>
            instrument
            {withInstrument}
          </small>
          <span className={classes.what}>
            <span>
              <b>{instrumentFunctions[instrument]}</b>
              {range && <>, {formatRange(range.value, range.unit)}</>}
            </span>
          </span>
          <Extras hookUp={hookUp} />
        </div>
        {leads.map((lead, at) => (
          <LeadCell key={lead.colour} plan={plan} lead={lead}>
            {at === leads.length - 1 && withLastLead}
          </LeadCell>
        ))}
      </div>
    </div>
  );
}

interface LeadProps {
  readonly plan: Pick<Plan, 'partCards'>;
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
