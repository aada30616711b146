import { blankOutcome, blankPlan, blankReading, blankStep, blankSuspect, type Plan } from '@probe-trail/core/plan';
import { configureStore } from '@reduxjs/toolkit';
import { expect } from 'chai';
import { createElement, type ReactNode } from 'react';
import { refusalSlice, selectRefusal } from '../state/refusalSlice';
import { inBrowser } from '../testing/browser';

/** One reading with two ways on, each to a conclusion. */
const plan: Plan = {
  ...blankPlan('p', 'Feed'),
  suspects: [blankSuspect('fuse', 'Fuse', { kind: 'fuse' })],
  startStepId: 'one',
  steps: [
    {
      ...blankStep('one', 'Feed at the fuse'),
      needs: [],
      readings: [blankReading('volts', 'Voltage', { kind: 'band', unit: 'V', min: 11, max: null })],
      outcomes: [
        blankOutcome('low', {
          when: [{ readingId: 'volts', zoneIds: ['below'] }],
          pointsTo: ['fuse'],
          goTo: { kind: 'conclusion', conclusionId: 'fuse' },
        }),
        blankOutcome('good', { goTo: { kind: 'conclusion', conclusionId: 'nothing' } }),
      ],
    },
  ],
  conclusions: [
    { id: 'fuse', title: 'The fuse', summary: '', suspectIds: ['fuse'] },
    { id: 'nothing', title: 'Nothing found', summary: '', suspectIds: [] },
  ],
};

describe('walking a draft to try it', () => {
  const { hooks } = inBrowser();

  const trying = async () => {
    const { useTryWalk } = await import('./useTryWalk');
    const { Provider } = await import('react-redux');
    const store = configureStore({ reducer: { refusal: refusalSlice.reducer } });
    const wrapper = ({ children }: { readonly children: ReactNode }) => createElement(Provider, { store, children });
    const { result } = hooks().renderHook(() => useTryWalk(plan), { wrapper });
    const press = (does: (walk: typeof result.current) => void) => hooks().act(() => does(result.current));
    return { walk: () => result.current, press, refusal: () => selectRefusal(store.getState()) };
  };

  it('comes to an end by readings by chance, and begins again as another trail', async () => {
    const { walk, press } = await trying();
    const first = walk().open.trailId;
    for (let presses = 0; walk().sample && presses < 20; presses += 1) press(({ sample }) => sample?.());
    expect(walk().open.trail.at.kind).to.equal('conclusion');
    press(({ again }) => again());
    expect(walk().open.trail.at).to.deep.equal({ kind: 'step', stepId: 'one' });
    expect(walk().open.trailId).to.not.equal(first);
  });

  it('records what fits, and says what does not', async () => {
    const { walk, press, refusal } = await trying();
    const typed = { kind: 'typed', text: '9,5' } as const;
    const reading = { kind: 'readingEntered', stepId: 'one', readingId: 'volts', entry: typed } as const;
    press(({ open }) => open.record({ kind: 'outcomeTaken', stepId: 'one', outcomeId: 'low' }));
    expect(refusal()).to.be.a('string');
    press(({ open }) => open.record({ ...reading, typedFirst: null, stillStands: null }));
    expect(refusal()).to.equal(undefined);
    press(({ open }) => open.record({ kind: 'outcomeTaken', stepId: 'one', outcomeId: 'low' }));
    expect(walk().open.trail.at).to.deep.equal({ kind: 'conclusion', conclusionId: 'fuse' });
  });

  it('builds a second press within one frame on the first', async () => {
    const { walk, press } = await trying();
    press(({ open }) => {
      open.record({
        kind: 'readingEntered',
        stepId: 'one',
        readingId: 'volts',
        entry: { kind: 'typed', text: '12' },
        typedFirst: null,
        stillStands: null,
      });
      open.record({ kind: 'outcomeTaken', stepId: 'one', outcomeId: 'good' });
    });
    expect(walk().open.trail.at).to.deep.equal({ kind: 'conclusion', conclusionId: 'nothing' });
  });
});
