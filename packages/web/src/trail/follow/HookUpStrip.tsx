import { findPin, type HookUp, instrumentFunctions, type Lead, type Plan } from '@probe-trail/core/plan';
import { formatQuantity } from '@probe-trail/core/reading';
import { WireStrip } from '../../ui/WireStrip';
import classes from './HookUpStrip.module.css';

/** Instrument, function and range, then where each lead goes, with the wire drawn in its colours. */
export function HookUpStrip({ plan, hookUp }: { readonly plan: Plan; readonly hookUp: HookUp }) {
  return (
    <div className={classes.strip}>
      <div>
        <small>instrument</small>
        <span>
          <b>{instrumentFunctions[hookUp.instrument]}</b>
          {hookUp.range && <>, {formatQuantity(hookUp.range.value, hookUp.range.unit)}</>}
        </span>
      </div>
      {hookUp.leads.map((lead) => (
        <LeadCell key={lead.colour} plan={plan} lead={lead} />
      ))}
    </div>
  );
}

function LeadCell({ plan, lead: { colour, how, at } }: { readonly plan: Plan; readonly lead: Lead }) {
  const found = at.kind === 'pin' ? findPin(plan, at.connectorId, at.pin) : undefined;
  return (
    <div>
      <small>
        {colour} lead{how !== '' && `, ${how}`}
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
    </div>
  );
}
