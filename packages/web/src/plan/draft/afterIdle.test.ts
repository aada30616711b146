import { expect } from 'chai';
import { afterIdle, noteWriting } from './afterIdle';

const afterMs = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

describe('afterIdle', () => {
  it('waits for as long as somebody writes, and runs once', async () => {
    let runs = 0;
    // Far longer than the pauses between keys, so that a busy machine does not stretch one beyond it.
    afterIdle(500, () => {
      runs += 1;
    });
    for (let key = 0; key < 30; key += 1) {
      noteWriting();
      await afterMs(25);
    }
    expect(runs).to.equal(0);
    await afterMs(1000);
    expect(runs).to.equal(1);
  });

  it('can be called off', async () => {
    let runs = 0;
    const callOff = afterIdle(10, () => {
      runs += 1;
    });
    callOff();
    await afterMs(60);
    expect(runs).to.equal(0);
  });
});
