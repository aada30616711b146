import { expect } from 'chai';
import {
  deviceFull,
  networkFound,
  networkLost,
  networkSlice,
  selectIsFull,
  selectIsOnline,
  selectWaitingCount,
  waitingCounted,
} from './networkSlice';

const after = (...actions: Parameters<typeof networkSlice.reducer>[1][]) => ({
  network: actions.reduce(networkSlice.reducer, networkSlice.getInitialState()),
});

describe('how the device stands with the server', () => {
  it('is online until a request is lost, and again once one is answered', () => {
    expect(selectIsOnline(after())).to.equal(true);
    expect(selectIsOnline(after(networkLost()))).to.equal(false);
    expect(selectIsOnline(after(networkLost(), networkFound()))).to.equal(true);
  });

  it('is full for as long as something waits', () => {
    expect(selectIsFull(after(deviceFull(), waitingCounted(3)))).to.equal(true);
    const emptied = after(deviceFull(), waitingCounted(3), waitingCounted(0));
    expect([selectIsFull(emptied), selectWaitingCount(emptied)]).to.deep.equal([false, 0]);
  });
});
