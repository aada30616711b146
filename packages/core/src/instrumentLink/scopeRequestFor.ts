import { type HookUp, sayPlace } from '../plan/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { convert, findUnit, unitOf } from '../units/index.js';
import { type LeadsAt, longestTake, mostScopeInputs, type ScopeRequest } from './requests.js';

/**
 * What a scope shows at once, in divisions of its screen: from its zero to an edge, and from side to side. Where its zero lies on the screen, the
 * plan does not say: at its lower edge, at its upper one, or between them.
 */
const divisions = { up: 8, across: 10 } as const;

/** Where the leads of a hook-up are put. @param name what is measured, where the hook-up names no point */
export function leadsAtOf({ leads, clamp }: Pick<HookUp, 'leads' | 'clamp'>, name: string): LeadsAt {
  const at = (colour: 'red' | 'black') => leads.find((lead) => lead.colour === colour)?.at;
  const [red, black] = [at('red'), at('black')];
  if (clamp || !red) return { red: name, black: null };
  return { red: sayPlace(red), black: black ? sayPlace(black) : null };
}

/**
 * What a scope is asked for by the hook-up of a step.
 * @param names what the plan calls the channels, one for each input
 * @param unitPerVolt what one volt at an input is, in volts or amps: 1, or as probe and clamp have it
 */
export function scopeRequestFor(
  hookUp: HookUp,
  names: readonly string[],
  instrumentId: string,
  unitPerVolt: number,
): Result<ScopeRequest, string> {
  const { scope } = hookUp;
  if (!scope) return failed('This step has no settings of a scope.');
  if (names.length > mostScopeInputs)
    return failed(`This step has ${names.length} channels; a scope takes ${mostScopeInputs} at once.`);
  const unit = shownUnit(scope.perDivision.unit);
  const inUnit = (value: number, symbol: string) => valueIn(value, symbol, unit);
  const perDivision = inUnit(scope.perDivision.value, scope.perDivision.unit);
  const level = scope.trigger && inUnit(scope.trigger.level.value, scope.trigger.level.unit);
  const time = valueIn(scope.timePerDivision.value, scope.timePerDivision.unit, 's');
  if (!perDivision || !time || (scope.trigger && level == null))
    return failed('The settings of the scope in this step do not fit each other: see their units.');
  return ok({
    instrumentId,
    channels: names.map((name) => ({
      name,
      unit,
      unitPerVolt,
      coupling: scope.coupling,
      span: 2 * Math.abs(perDivision) * divisions.up,
      // Leads are told for one channel; where there are several, each hangs on what the plan calls it.
      leads: names.length === 1 ? leadsAtOf(hookUp, name) : { red: name, black: null },
    })),
    seconds: Math.min(longestTake, Math.abs(time) * divisions.across),
    trigger: scope.trigger && level != null ? { channel: 0, edge: scope.trigger.edge, level } : null,
  });
}

/** The unit of what a scope takes: captures are in volts, amps and so on, whichever prefix the settings of the step have. */
export function shownUnit(symbol: string): string {
  for (const whole of ['V', 'A']) if (valueIn(1, symbol, whole) !== undefined) return whole;
  return symbol;
}

function valueIn(value: number, from: string, to: string): number | undefined {
  const [own, wanted] = [findUnit(from), findUnit(to)];
  const converted = own && wanted && convert(value, own, unitOf(to));
  return converted?.ok ? converted.value : undefined;
}
