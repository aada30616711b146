import { type FaultCode, formatFaultCode, parseFaultCode } from '../codes/index.js';
import type { Plan } from '../plan/index.js';
import { meaningsOf, soundsLike, wordsAlike } from './words.js';

/** What is known when a plan is chosen. */
export interface PlanRequest {
  readonly codes: readonly FaultCode[];
  /** The complaint in the customer's words, with lamps and messages. */
  readonly complaint: string;
  /** Name of the vehicle's line, and its engine; empty where they are not known. */
  readonly line: string;
  readonly engine: string;
}

/** A released plan with what is known about its use. */
export interface PlanCandidate {
  readonly planId: string;
  readonly version: number;
  readonly title: string;
  readonly appliesTo: Plan['appliesTo'];
  readonly expectedMinutes: number;
  readonly tools: readonly string[];
  /** How many trails on it have come to a conclusion, and which, the most frequent first. */
  readonly uses: number;
  readonly found: readonly { readonly title: string; readonly count: number }[];
}

/** Why a plan is offered. */
export type PlanReason =
  | { readonly kind: 'code'; readonly code: string }
  | { readonly kind: 'complaint'; readonly phrase: string; readonly words: readonly string[] };

/** Whether it is written for this vehicle; one that is not is never offered without saying so. */
export type PlanFit =
  | { readonly kind: 'fits'; readonly by: 'lineAndEngine' | 'line' | 'anyVehicle' }
  | { readonly kind: 'otherLine'; readonly lines: readonly string[] }
  | { readonly kind: 'otherEngine'; readonly engines: readonly string[] };

export interface RankedPlan {
  readonly candidate: PlanCandidate;
  readonly fit: PlanFit;
  readonly reasons: readonly PlanReason[];
  readonly score: number;
}

// A code is the vehicle's own word, so it counts more than any one word of a complaint; a failure type that agrees
// counts on top. A word counts by how much rarer it is than the commonest one that was said, never as much as a code.
const forACode = 6;
const mostForAWord = 4;
const forItsFailureType = 2;
const forEveryTenfoldUse = 0.5;

/**
 * The plans that speak of these codes or this complaint, best first; those for this vehicle before all others.
 * @param plansWithWord for a word as `wordsOf` gives it, in how many plans it stands
 */
export function rankPlans(
  candidates: readonly PlanCandidate[],
  request: PlanRequest,
  plansWithWord: ReadonlyMap<string, number>,
): readonly RankedPlan[] {
  const said = meaningsOf(request.complaint);
  const commonest = Math.max(1, ...plansWithWord.values());
  const plansWith = (word: string) => Math.max(1, ...wordsAlike(word).map((alike) => plansWithWord.get(alike) ?? 0));
  const rarity = (word: string) => Math.min(mostForAWord, Math.log((commonest + 1) / plansWith(word)));
  return candidates
    .map((candidate) => rank(candidate, request, said, rarity))
    .filter(({ reasons }) => reasons.length > 0)
    .sort((a, b) => Number(b.fit.kind === 'fits') - Number(a.fit.kind === 'fits') || b.score - a.score);
}

function rank(
  candidate: PlanCandidate,
  request: PlanRequest,
  said: ReadonlySet<string>,
  rarity: (word: string) => number,
): RankedPlan {
  const codes = codeReasons(candidate, request);
  const complaints = complaintReasons(candidate, said);
  const words = new Set(complaints.flatMap((reason) => reason.words));
  return {
    candidate,
    fit: fitOf(candidate.appliesTo, request),
    reasons: [...codes.map(({ code }) => ({ kind: 'code' as const, code })), ...complaints],
    score:
      codes.reduce((sum, { worth }) => sum + worth, 0) +
      [...words].reduce((sum, word) => sum + Math.max(0.1, rarity(word)), 0) +
      forEveryTenfoldUse * Math.log10(1 + candidate.uses),
  };
}

/** The vehicle's codes that the plan names; a plan that names a failure type speaks of that one only. */
function codeReasons({ appliesTo }: PlanCandidate, { codes }: PlanRequest) {
  const named = appliesTo.codes.flatMap((text) => parseFaultCode(text) ?? []);
  return codes.flatMap((code) => {
    const same = named.filter((one) => one.code === code.code);
    const exact = same.some(({ failureType }) => failureType !== null && failureType === code.failureType);
    const fits = exact || same.some(({ failureType }) => failureType === null || code.failureType === null);
    return fits ? [{ code: formatFaultCode(code), worth: forACode + (exact ? forItsFailureType : 0) }] : [];
  });
}

/** The phrases of the plan that mean what was said. */
function complaintReasons({ title, appliesTo }: PlanCandidate, said: ReadonlySet<string>) {
  return [...new Set([...appliesTo.complaints, title])].flatMap((phrase) => {
    const words = soundsLike(phrase, said);
    return words.length > 0 ? [{ kind: 'complaint' as const, phrase, words }] : [];
  });
}

function fitOf({ lines, engines }: Plan['appliesTo'], { line, engine }: PlanRequest): PlanFit {
  if (lines.length > 0 && !lines.includes(line)) return { kind: 'otherLine', lines };
  if (engines.length > 0 && !engines.includes(engine)) return { kind: 'otherEngine', engines };
  return { kind: 'fits', by: lines.length === 0 ? 'anyVehicle' : engines.length > 0 ? 'lineAndEngine' : 'line' };
}

/** One reason in words. */
export function sayPlanReason(reason: PlanReason): string {
  return reason.kind === 'code' ? `it is written for ${reason.code}` : `the complaint sounds like “${reason.phrase}”`;
}

export function sayPlanFit(fit: PlanFit, { line, engine }: Pick<PlanRequest, 'line' | 'engine'>): string {
  switch (fit.kind) {
    case 'otherLine':
      return `written for ${fit.lines.join(', ')}, not for ${line || 'a vehicle without a line'}`;
    case 'otherEngine':
      return `written for engine ${fit.engines.join(', ')}, not for ${engine || 'an engine that is not known'}`;
    case 'fits':
      return fit.by === 'anyVehicle'
        ? 'for any vehicle'
        : fit.by === 'line'
          ? `for ${line}`
          : `for ${line} with ${engine}`;
  }
}
