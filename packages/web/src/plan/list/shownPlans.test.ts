import type { PlanListItem, PlanVersionInfo } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { type PlanWish, shownPlans, withFound } from './shownPlans';

const version = (more: Partial<PlanVersionInfo>): PlanVersionInfo => ({
  planId: '',
  version: 1,
  state: 'released',
  etag: '',
  savedAtMs: 0,
  savedBy: 'Ines Marrow',
  releasedAtMs: null,
  notes: '',
  approvedBy: null,
  ...more,
});

const item = (planId: string, more: Partial<PlanListItem>): PlanListItem => ({
  planId,
  title: planId,
  summary: '',
  lines: [],
  codes: [],
  expectedMinutes: 10,
  stepCount: 1,
  suspectCount: 1,
  offline: false,
  isBlock: false,
  released: null,
  retired: null,
  draft: null,
  ...more,
});

const plans = withFound(
  [
    item('Ramp', { lines: ['Tern 12'], codes: ['U1423'], expectedMinutes: 30, released: version({ savedAtMs: 5 }) }),
    item('fan', { expectedMinutes: 20, draft: version({ state: 'inReview', savedBy: 'Theo', savedAtMs: 9 }) }),
    item('Lamps', { lines: ['Tern 12'], expectedMinutes: 30, retired: version({ state: 'retired', savedAtMs: 7 }) }),
  ],
  [
    {
      planId: 'Ramp',
      uses: 7,
      found: [
        { title: 'Ground stud G3', count: 3 },
        { title: 'Pump', count: 1 },
      ],
    },
  ],
);
const any: PlanWish = { words: '', model: '', author: '', state: '', order: 'title' };
const shown = (wish: Partial<PlanWish>) => shownPlans(plans, { ...any, ...wish }).map(({ planId }) => planId);

describe('the list of plans', () => {
  it('is by title, whatever the case', () => expect(shown({})).to.deep.equal(['fan', 'Lamps', 'Ramp']));
  it('is ordered by minutes, use and change', () => {
    expect(shown({ order: 'minutes' })).to.deep.equal(['fan', 'Lamps', 'Ramp']);
    expect(shown({ order: 'uses' })).to.deep.equal(['Ramp', 'fan', 'Lamps']);
    expect(shown({ order: 'saved' })).to.deep.equal(['fan', 'Lamps', 'Ramp']);
  });
  it('is filtered by model, author and state', () => {
    expect(shown({ model: 'Tern 12' })).to.deep.equal(['Lamps', 'Ramp']);
    expect(shown({ author: 'Theo' })).to.deep.equal(['fan']);
    expect(shown({ state: 'inReview' })).to.deep.equal(['fan']);
    expect(shown({ state: 'draft' })).to.deep.equal(['fan']);
    expect(shown({ state: 'released' })).to.deep.equal(['Ramp']);
    expect(shown({ state: 'retired' })).to.deep.equal(['Lamps']);
  });
  it('finds all words in title, codes and what was found', () => {
    expect(shown({ words: 'u1423' })).to.deep.equal(['Ramp']);
    expect(shown({ words: ' stud  ramp ' })).to.deep.equal(['Ramp']);
    expect(shown({ words: 'stud fan' })).to.deep.equal([]);
  });
  it('counts the trails that followed it', () => expect(plans.map(({ uses }) => uses)).to.deep.equal([7, 0, 0]));
});
