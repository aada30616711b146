import { blankPlan, blankStep, type Plan } from '@probe-trail/core/plan';
import { openingOf } from '@probe-trail/core/trail';
import { configureStore } from '@reduxjs/toolkit';
import { expect } from 'chai';
import type { AppDispatch } from '../../state/appState';
import { networkSlice } from '../../state/networkSlice';
import { refusalSlice, selectRefusal } from '../../state/refusalSlice';
import { inBrowser } from '../../testing/browser';

const plan: Plan = { ...blankPlan('p', 'Plan'), startStepId: 'one', steps: [blankStep('one', 'One')] };
const opening = openingOf('p', { fleetNumber: 'FG-07', line: 'Loper 35' });
const pause = (reason: string) => ({ kind: 'paused', reason }) as const;

describe('recording on this device', () => {
  inBrowser();

  const aDevice = async () => {
    const { recordEvents, typedSincePress } = await import('./recordEvents');
    const { trailSlice, selectLog } = await import('./trailSlice');
    const store = configureStore({
      reducer: { network: networkSlice.reducer, refusal: refusalSlice.reducer, trail: trailSlice.reducer },
    });
    const dispatch = store.dispatch as unknown as AppDispatch;
    typedSincePress();
    const record = (...events: Parameters<typeof recordEvents>[3]) =>
      dispatch(recordEvents('t', plan, 'Tobi Lunde', events));
    const kinds = () => selectLog(store.getState(), 't')?.events.map(({ kind }) => kind) ?? [];
    return { record, kinds, typedSincePress, store };
  };

  it('stamps what fits with an id, the time and the person, and shows it at once', async () => {
    const { record, store } = await aDevice();
    expect(record(opening)).to.equal(true);
    const { selectLog } = await import('./trailSlice');
    const [event] = selectLog(store.getState(), 't')?.events ?? [];
    expect(event).to.include({ kind: 'opened', by: 'Tobi Lunde' });
    expect(event?.id).to.match(/^[\w-]{21}$/);
  });

  it('says what does not fit, and records nothing of that press', async () => {
    const { record, kinds, store } = await aDevice();
    record(opening);
    expect(record(pause('Lunch'), { kind: 'concluded', conclusionId: 'none', assumedBecause: null })).to.equal(false);
    expect(selectRefusal(store.getState())).to.be.a('string');
    expect(kinds()).to.deep.equal(['opened']);
    expect(record(pause('Lunch'))).to.equal(true);
    expect(selectRefusal(store.getState())).to.equal(undefined);
  });

  it('takes the same press in the same moment once, and twice where something was typed between', async () => {
    const { record, kinds, typedSincePress } = await aDevice();
    record(opening);
    record(pause('Lunch'));
    expect(record(pause('Lunch'))).to.equal(true);
    expect(kinds()).to.deep.equal(['opened', 'paused']);
    typedSincePress();
    record(pause('Lunch'));
    expect(kinds()).to.deep.equal(['opened', 'paused', 'paused']);
  });

  it('keeps what was recorded on the device, until the server has it', async () => {
    const { record } = await aDevice();
    const { outbox } = await import('../../device/outbox');
    record(opening);
    record(pause('Lunch'));
    let kinds: readonly string[] = [];
    for (let waited = 0; waited < 50 && kinds.at(-1) !== 'paused'; waited += 1) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      kinds = (await outbox.of('trail/t')).map(({ recorded: one }) => (one.kind === 'sheet' ? '' : one.event.kind));
    }
    expect(kinds.slice(-2)).to.deep.equal(['opened', 'paused']);
  });
});
