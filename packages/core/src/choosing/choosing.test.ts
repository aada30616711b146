import { expect } from 'chai';
import { parseFaultCode } from '../codes/index.js';
import {
  type Bulletin,
  matchBulletins,
  type PlanCandidate,
  type PlanRequest,
  rankPlans,
  sayPlanFit,
  sayPlanReason,
  wordsOf,
} from './index.js';

const codes = (...texts: string[]) => texts.flatMap((text) => parseFaultCode(text) ?? []);
const aCandidate = (planId: string, appliesTo: Partial<PlanCandidate['appliesTo']>, uses = 0): PlanCandidate => ({
  planId,
  version: 1,
  title: planId,
  appliesTo: { lines: ['Loper 35'], engines: [], codes: [], complaints: [], ...appliesTo },
  expectedMinutes: 20,
  tools: [],
  uses,
  found: [],
});
const asked = (more: Partial<PlanRequest>): PlanRequest => ({
  codes: [],
  complaint: '',
  line: 'Loper 35',
  engine: 'TD24',
  ...more,
});
const ranked = (candidates: readonly PlanCandidate[], request: PlanRequest) =>
  rankPlans(
    candidates,
    request,
    new Map([
      ['engin', 2000],
      ['hot', 900],
      ['fan', 3],
    ]),
  );
const ids = (...args: Parameters<typeof ranked>) => ranked(...args).map(({ candidate }) => candidate.planId);

describe('wordsOf', () => {
  for (const [text, words] of [
    ['The fans stopped running', ['fan', 'stop', 'run']],
    ['fan does not run', ['fan', 'run']],
    ['Doors won’t close', ['door', 'won', 'clos']],
    ['closes slowly', ['clos', 'slow']],
    ['12 V, OK?', []],
  ] as const)
    it(`“${text}”`, () => expect([...wordsOf(text)]).to.deep.equal(words));
});

describe('rankPlans', () => {
  const fan = aCandidate('fan', { codes: ['P0480'], complaints: ['fan does not run'] });
  const hot = aCandidate('hot', { complaints: ['engine gets hot'] });

  it('offers nothing that neither code nor word speaks for', () =>
    expect(ids([fan, hot], asked({ complaint: 'ramp is slow' }))).to.deep.equal([]));

  it('takes one word out of many for chance', () =>
    expect(
      ids([aCandidate('x', { complaints: ['temperature gauge wrong'] })], asked({ complaint: 'hot on the gauge' })),
    ).to.deep.equal([]));

  for (const [phrase, complaint, isMeant] of [
    ['brake lamp', 'all warning lamps came on', false],
    ['brake lamp', 'the brake light stays on', true],
    ['engine gets hot', 'engine lamp on', false],
    ['engine gets hot', 'it overheats on the hill', true],
    ['cranks slowly', 'hard to start, turns slowly', true],
    ['ramp is slow', 'the lift is sluggish', true],
    ['ramp is slow', 'slow to accelerate', false],
    ['pedal tracks disagree', 'accelerator does nothing', false],
    ['rear lamps dim', 'rear lights are faint', true],
    ['door will not close', 'never closes', false],
  ] as const)
    it(`“${complaint}” ${isMeant ? 'means' : 'does not mean'} “${phrase}”`, () =>
      expect(ids([aCandidate('x y z', { complaints: [phrase] })], asked({ complaint }))).to.have.length(
        Number(isMeant),
      ));

  it('puts a code before a word, and a rare word before a common one', () => {
    expect(ids([hot, fan], asked({ codes: codes('P0480'), complaint: 'engine hot' }))).to.deep.equal(['fan', 'hot']);
    const engine = aCandidate('engine', { complaints: ['engine'] });
    expect(ids([engine, fan], asked({ complaint: 'engine fan' }))).to.deep.equal(['fan', 'engine']);
  });

  it('says which code and which words', () =>
    expect(
      ranked([fan], asked({ codes: codes('P0480-13'), complaint: 'The fan never ran' }))[0]?.reasons.map(sayPlanReason),
    ).to.deep.equal([
      'it is written for P0480-13',
      'the complaint sounds like “fan does not run”',
      'the complaint sounds like “fan”',
    ]));

  it('a plan for one failure type does not answer to another, and answers best to its own', () => {
    const open = aCandidate('open', { codes: ['P0480-13'] });
    expect(ids([open], asked({ codes: codes('P0480-11') }))).to.deep.equal([]);
    expect(ids([fan, open], asked({ codes: codes('P0480-13') }))).to.deep.equal(['open', 'fan']);
    expect(ids([open], asked({ codes: codes('P0480') }))).to.deep.equal(['open']);
  });

  it('puts plans for other vehicles last, and says what they are for', () => {
    const otherLine = aCandidate('other', { lines: ['Harrow 50'], codes: ['P0480', 'P0128'] });
    const otherEngine = aCandidate('engine', { engines: ['TD30'], codes: ['P0480'] });
    const request = asked({ codes: codes('P0480', 'P0128') });
    const found = ranked([otherLine, otherEngine, fan], request);
    expect(found.map(({ candidate }) => candidate.planId)).to.deep.equal(['fan', 'other', 'engine']);
    expect(found.map(({ fit }) => sayPlanFit(fit, request))).to.deep.equal([
      'for Loper 35',
      'written for Harrow 50, not for Loper 35',
      'written for engine TD30, not for TD24',
    ]);
  });

  it('of two that fit alike, the one that was used more often comes first', () =>
    expect(
      ids(
        [aCandidate('a', { codes: ['P0480'] }), aCandidate('b', { codes: ['P0480'] }, 12)],
        asked({ codes: codes('P0480') }),
      ),
    ).to.deep.equal(['b', 'a']));
});

describe('matchBulletins', () => {
  const aBulletin = (id: string, more: Partial<Bulletin>): Bulletin => ({
    id,
    title: id,
    text: '',
    lines: ['Loper 35'],
    engines: [],
    fromYear: null,
    toYear: null,
    codes: [],
    complaints: [],
    ...more,
  });
  const request = { ...asked({ codes: codes('P0480-13'), complaint: 'radiator fan never runs' }), modelYear: 2029 };
  for (const [what, more, fits] of [
    ['that names a code of it', { codes: ['P0480'] }, true],
    ['that names another code', { codes: ['P0118'] }, false],
    ['with two words of the complaint', { complaints: ['fan runs for ever'] }, true],
    ['with one word of it', { complaints: ['blower fan'] }, false],
    ['for the whole line', {}, true],
    ['for another line', { lines: ['Harrow 50'], codes: ['P0480'] }, false],
    ['for another engine', { engines: ['TD30'] }, false],
    ['for its year', { fromYear: 2029, toYear: 2029 }, true],
    ['for later years', { fromYear: 2030 }, false],
    ['for earlier years', { toYear: 2028 }, false],
  ] as const)
    it(`${fits ? 'finds' : 'leaves out'} one ${what}`, () =>
      expect(matchBulletins([aBulletin('b', more)], request)).to.have.length(Number(fits)));

  it('does not leave one out because the year is not known', () =>
    expect(matchBulletins([aBulletin('b', { fromYear: 2030 })], { ...request, modelYear: null })).to.have.length(1));
});
