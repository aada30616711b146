import { expect } from 'chai';
import {
  addNoise,
  bitsOfByte,
  lengthsOfBits,
  lengthsOfSent,
  lineSignal,
  seeded,
  stuffed,
} from '../signalModel/index.js';
import {
  canCrc,
  linChecksum,
  protectedId,
  readCan,
  readCanLevels,
  readLin,
  readSent,
  sentCrc,
  sentSlowCrc,
} from './index.js';

const bitsOf = (value: number, count: number) =>
  Array.from({ length: count }, (_, at) => (value >> (count - 1 - at)) & 1);
const sumOf = (lengths: readonly number[]) => lengths.reduce((sum, one) => sum + one, 0);

/** The remainder of a division of polynomials, bit by bit: what a checksum is by its definition. */
function remainder(bits: readonly number[], polynomial: number, degree: number): number {
  const all = [...bits, ...new Array<number>(degree).fill(0)];
  for (let at = 0; at < bits.length; at += 1)
    if (all[at] === 1)
      for (let bit = 0; bit <= degree; bit += 1)
        all[at + bit] = (all[at + bit] ?? 0) ^ ((polynomial >> (degree - bit)) & 1);
  return all.slice(-degree).reduce((sum, bit) => sum * 2 + bit, 0);
}

describe('checksums', () => {
  it('of SENT and CAN are remainders of divisions of polynomials', () => {
    const random = seeded(4);
    for (let trial = 0; trial < 500; trial += 1) {
      const nibbles = Array.from({ length: 1 + Math.floor(random() * 6) }, () => Math.floor(random() * 16));
      // The nibble 5 stands before the data.
      expect(sentCrc(nibbles)).to.equal(
        remainder(
          [5, ...nibbles].flatMap((nibble) => bitsOf(nibble, 4)),
          0b11101,
          4,
        ),
      );
      const message = Array.from({ length: 24 }, () => Math.floor(random() * 2));
      // The bits 010101 stand before the message.
      expect(sentSlowCrc(message)).to.equal(remainder([0, 1, 0, 1, 0, 1, ...message], 0b1011001, 6));
      const bits = Array.from({ length: 20 + Math.floor(random() * 60) }, () => Math.floor(random() * 2));
      expect(canCrc(bits)).to.equal(remainder(bits, 0xc599, 15));
    }
  });

  it('of LIN are those of ISO 17987-3: the example 0x4A 0x55 0x93 0xE5, and protected identifiers', () => {
    expect(linChecksum([0x4a, 0x55, 0x93, 0xe5], 0)).to.equal(0xe6);
    expect([0x00, 0x01, 0x3c, 0x3d].map(protectedId)).to.deep.equal([0x80, 0xc1, 0x3c, 0x7d]);
  });
});

const frameOf = (random: () => number, status = 0) => {
  const data = Array.from({ length: 6 }, () => Math.floor(random() * 16));
  return [status, ...data, sentCrc(data)];
};

describe('a SENT line', () => {
  it('is read without a fault over 10,000 frames, with ticks of any length', () => {
    const random = seeded(8);
    const frames = Array.from({ length: 10_000 }, () => frameOf(random));
    for (const tickMs of [0.003, 0.0047]) {
      const line = lengthsOfSent(frames, tickMs);
      const stepMs = tickMs / 4.3;
      const samples = lineSignal({ ...line, low: 0.2, high: 4.8 }, { stepMs, lengthMs: sumOf(line.lengths) + 1 });
      const read = readSent({ samples, stepMs }, 6);
      if (typeof read === 'string') throw new Error(read);
      expect(read.frames.map(({ data }) => data)).to.deep.equal(frames.map((frame) => frame.slice(1, 7)));
      expect(read.frames.every(({ isCrcRight }) => isCrcRight)).to.equal(true);
      expect(read.tickUs / 1000).to.be.closeTo(tickMs, tickMs * 0.01);
      expect(read.broken).to.equal(0);
    }
  }).timeout(60_000);

  it('with noise has no frame that was not sent', () => {
    const random = seeded(9);
    const frames = Array.from({ length: 1000 }, () => frameOf(random));
    const sent = new Set(frames.map((frame) => frame.slice(1, 7).join()));
    for (const deviation of [0.2, 0.5, 1]) {
      const line = lengthsOfSent(frames, 0.003);
      const samples = lineSignal(
        { ...line, low: 0.2, high: 4.8 },
        { stepMs: 0.0005, lengthMs: sumOf(line.lengths) + 1 },
      );
      const read = readSent({ samples: addNoise(samples, deviation, 3), stepMs: 0.0005 }, 6);
      if (typeof read === 'string') continue;
      const right = read.frames.filter(({ isCrcRight }) => isCrcRight);
      // A checksum of four bits lets one in sixteen wrong frames pass; wrong nibbles are rare before it.
      expect(right.filter(({ data }) => !sent.has(data.join())).length).to.equal(0);
      if (deviation < 0.4) expect(right.length).to.be.at.least(995);
    }
  }).timeout(60_000);

  it('carries a slow message over sixteen frames', () => {
    const random = seeded(10);
    const [id, value] = [5, 0x9c];
    const bits = [...bitsOf(id, 4), ...bitsOf(value, 8), ...bitsOf(sentCrc([id, value >> 4, value & 15]), 4)];
    const frames = bits.map((bit, at) => frameOf(random, (at === 0 ? 8 : 0) | (bit << 2)));
    const line = lengthsOfSent([frameOf(random), ...frames, frameOf(random), frameOf(random)], 0.003);
    const samples = lineSignal({ ...line, low: 0.2, high: 4.8 }, { stepMs: 0.0005, lengthMs: sumOf(line.lengths) + 1 });
    const read = readSent({ samples, stepMs: 0.0005 }, 6);
    if (typeof read === 'string') throw new Error(read);
    expect(read.slow.map(({ atMs: _, ...message }) => message)).to.deep.equal([
      { format: 'short', id, value, isCrcRight: true },
    ]);
  });

  for (const [what, isLong, id, value] of [
    ['an id of 8 bits and a value of 12', false, 0xa7, 0x9c3],
    ['an id of 4 bits and a value of 16', true, 0xb, 0xc0de],
    ['ones alone', true, 0xf, 0xffff],
    ['zeros alone', false, 0, 0],
  ] as const)
    it(`carries an enhanced slow message over eighteen frames, with ${what}`, () => {
      const random = seeded(11);
      const high = isLong ? [bitsOf(id, 4), bitsOf(value >> 12, 4)] : [bitsOf(id >> 4, 4), bitsOf(id & 15, 4)];
      const marks = [1, 1, 1, 1, 1, 1, 0, isLong ? 1 : 0, ...(high[0] ?? []), 0, ...(high[1] ?? []), 0];
      const low = bitsOf(value & 0xfff, 12);
      const message = low.flatMap((bit, at) => [bit, marks[at + 6] ?? 0]);
      const crc = remainder([0, 1, 0, 1, 0, 1, ...message], 0b1011001, 6);
      const send = (checksum: number) => {
        const carried = [...bitsOf(checksum, 6), ...low];
        const frames = marks.map((mark, at) => frameOf(random, (mark << 3) | ((carried[at] ?? 0) << 2)));
        const line = lengthsOfSent([frameOf(random), ...frames, ...frames, frameOf(random), frameOf(random)], 0.003);
        const sampling = { stepMs: 0.0005, lengthMs: sumOf(line.lengths) + 1 };
        const read = readSent({ samples: lineSignal({ ...line, low: 0.2, high: 4.8 }, sampling), stepMs: 0.0005 }, 6);
        if (typeof read === 'string') throw new Error(read);
        return read.slow.map(({ atMs: _, ...one }) => one);
      };
      const right = { format: 'enhanced', id, value, isCrcRight: true };
      expect(send(crc)).to.deep.equal([right, right]);
      const wrong = { ...right, isCrcRight: false };
      expect(send(crc ^ 1)).to.deep.equal([wrong, wrong]);
    });

  it('that sends nothing, or is sampled too slowly, says so', () => {
    expect(readSent({ samples: new Float32Array(100), stepMs: 1 }, 6)).to.be.a('string');
    const line = lengthsOfSent(
      Array.from({ length: 50 }, () => frameOf(seeded(1))),
      0.003,
    );
    const samples = lineSignal({ ...line, low: 0, high: 5 }, { stepMs: 0.0025, lengthMs: sumOf(line.lengths) });
    expect(readSent({ samples, stepMs: 0.0025 }, 6)).to.match(/Too few samples|No synchronisation/);
  });
});

/** The bits of a CAN frame from its start to three bits behind its end. */
function canBits(id: number, data: readonly number[], isExtended: boolean): readonly number[] {
  const head = isExtended
    ? [0, ...bitsOf(id >> 18, 11), 1, 1, ...bitsOf(id & 0x3ffff, 18), 0, 0, 0]
    : [0, ...bitsOf(id, 11), 0, 0, 0];
  const body = [...head, ...bitsOf(data.length, 4), ...data.flatMap((byte) => bitsOf(byte, 8))];
  return [...stuffed([...body, ...bitsOf(canCrc(body), 15)]), 1, 0, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1];
}

const idle = (count: number) => new Array<number>(count).fill(1);

describe('a CAN line', () => {
  const random = seeded(20);
  const frames = Array.from({ length: 10_000 }, () => {
    const isExtended = random() < 0.3;
    const id = Math.floor(random() * 2 ** (isExtended ? 29 : 11));
    return { id, isExtended, data: Array.from({ length: Math.floor(random() * 9) }, () => Math.floor(random() * 256)) };
  });
  const bits = [
    ...idle(20),
    ...frames.flatMap(({ id, data, isExtended }) => [...canBits(id, data, isExtended), ...idle(Math.floor(id % 5))]),
    ...idle(20),
  ];

  it('is read without a fault over 10,000 frames', () => {
    const line = lengthsOfBits(bits, 0.002);
    const stepMs = 0.00043;
    const samples = lineSignal({ ...line, low: 2, high: 0 }, { stepMs, lengthMs: bits.length * 0.002 });
    const read = readCan({ samples, stepMs }, true);
    if (typeof read === 'string') throw new Error(read);
    expect(read.bitUs).to.be.closeTo(2, 1e-9);
    expect(read.errors).to.deep.equal([]);
    expect(read.frames.map(({ id, data, isExtended }) => ({ id, isExtended, data }))).to.deep.equal(frames);
    expect(read.frames.every(({ isAcknowledged }) => isAcknowledged)).to.equal(true);
  }).timeout(60_000);

  it('with noise has no frame that was not sent, and says where one was broken', () => {
    const some = frames.slice(0, 500);
    const sent = new Set(some.map(({ id, data }) => `${id} ${data.join()}`));
    const all = [
      ...idle(20),
      ...some.flatMap(({ id, data, isExtended }) => [...canBits(id, data, isExtended), ...idle(3)]),
      ...idle(20),
    ];
    // Six dominant bits in the middle of a frame.
    for (let at = 0; at < 8; at += 1) all[400 + at] = 0;
    const line = lengthsOfBits(all, 0.002);
    const samples = lineSignal({ ...line, low: 2, high: 0 }, { stepMs: 0.0004, lengthMs: all.length * 0.002 });
    for (const deviation of [0, 0.1, 0.4]) {
      const read = readCan({ samples: addNoise(samples.slice(), deviation, 5), stepMs: 0.0004 }, true);
      if (typeof read === 'string') continue;
      expect(read.frames.filter(({ id, data }) => !sent.has(`${id} ${data.join()}`)).length).to.equal(0);
      expect(read.errors.map(({ kind }) => kind)).to.include('errorFlag');
      if (deviation < 0.2) expect(read.frames.length).to.be.at.least(497);
    }
  }).timeout(60_000);

  it('tells an error flag from a sender that gave up, a wrong checksum and a wrong end', () => {
    const good = canBits(0x155, [0xaa, 0x55], false);
    const flag = [...good.slice(0, 30), 0, 0, 0, 0, 0, 0, ...idle(8)];
    const gaveUp = [...good.slice(0, 30), ...idle(14)];
    // Alternating data has no stuffed bits: one bit that is turned leaves the frame as long as it was.
    const turned = good.map((bit, at) => (at === 24 ? 1 - bit : bit));
    const noEnd = good.map((bit, at) => (at === good.length - 6 ? 0 : bit));
    const sent = [good, flag, good, gaveUp, good, turned, good, noEnd, good];
    const all = [...idle(20), ...sent.flatMap((one) => [...one, ...idle(12)]), ...idle(20)];
    const samples = lineSignal(
      { ...lengthsOfBits(all, 0.002), low: 2, high: 0 },
      { stepMs: 0.0002, lengthMs: all.length * 0.002 },
    );
    const read = readCan({ samples: addNoise(samples, 0.05, 3), stepMs: 0.0002 }, true);
    if (typeof read === 'string') throw new Error(read);
    expect(read.errors.map(({ kind }) => kind)).to.deep.equal(['errorFlag', 'stuffing', 'checksum', 'form']);
    expect(read.frames).to.have.length(5);
  });

  it('says by its levels what is wrong with it', () => {
    const some = lengthsOfBits(bits.slice(0, 4000), 0.002);
    const sampling = { stepMs: 0.0002, lengthMs: 8 };
    const wire = (recessive: number, dominant: number) => ({
      samples: lineSignal({ ...some, low: dominant, high: recessive }, sampling),
      stepMs: 0.0002,
    });
    const still = (level: number) => ({ samples: new Float32Array(40_000).fill(level), stepMs: 0.0002 });
    const [high, low] = [wire(2.5, 3.5), wire(2.5, 1.5)];
    expect(readCanLevels(high, low)).to.equal('none');
    expect(readCanLevels(still(2.5), still(2.5))).to.equal('bothStill');
    expect(readCanLevels(still(3.5), still(1.5))).to.equal('dominantStuck');
    expect(readCanLevels(still(2.5), low)).to.equal('highOpen');
    expect(readCanLevels(high, still(2.4))).to.equal('lowOpen');
    const slow = { ...high, samples: high.samples.slice() };
    for (let at = 1; at < slow.samples.length; at += 1) {
      const before = slow.samples[at - 1] ?? 0;
      if ((slow.samples[at] ?? 0) < before) slow.samples[at] = before + ((slow.samples[at] ?? 0) - before) * 0.12;
    }
    expect(readCanLevels(slow, low)).to.equal('noTermination');
  });
});

describe('a LIN line', () => {
  const random = seeded(30);
  const frames = Array.from({ length: 300 }, (_, at) => ({
    id: Math.floor(random() * 60),
    isEnhanced: at % 2 === 0,
    data: Array.from({ length: 1 + Math.floor(random() * 8) }, () => Math.floor(random() * 256)),
  }));
  const bits = [
    ...idle(20),
    ...frames.flatMap(({ id, data, isEnhanced }) => {
      const said = protectedId(id);
      const bytes = [0x55, said, ...data, linChecksum(data, isEnhanced ? said : 0)];
      return [...new Array<number>(13).fill(0), 1, ...bytes.flatMap(bitsOfByte), ...idle(30)];
    }),
  ];

  it('is read frame by frame, with its parity and by which rule its checksum is right', () => {
    const bitMs = 1 / 19.2;
    const samples = lineSignal(
      { ...lengthsOfBits(bits, bitMs), low: 0.5, high: 12.5 },
      { stepMs: bitMs / 7, lengthMs: bits.length * bitMs },
    );
    const read = readLin({ samples: addNoise(samples, 0.3, 1), stepMs: bitMs / 7 });
    if (typeof read === 'string') throw new Error(read);
    expect(read.bitUs).to.be.closeTo(1000 * bitMs, 0.3);
    expect(read.frames.map(({ id, data }) => ({ id, data }))).to.deep.equal(
      frames.map(({ id, data }) => ({ id, data })),
    );
    expect(read.frames.every(({ isParityRight, checksum }) => isParityRight && checksum !== null)).to.equal(true);
    expect(read.frames.filter(({ checksum }) => checksum === 'enhanced').length).to.be.closeTo(150, 3);
  });

  it('on which nobody answers has frames without data, and one that is still says so', () => {
    const asked = [
      ...idle(20),
      ...new Array<number>(13).fill(0),
      1,
      ...bitsOfByte(0x55),
      ...bitsOfByte(protectedId(9)),
      ...idle(60),
    ];
    const samples = lineSignal(
      { ...lengthsOfBits(asked, 0.05), low: 0, high: 12 },
      { stepMs: 0.01, lengthMs: asked.length * 0.05 },
    );
    const read = readLin({ samples, stepMs: 0.01 });
    if (typeof read === 'string') throw new Error(read);
    expect(read.frames.map(({ id, data, checksum }) => ({ id, data, checksum }))).to.deep.equal([
      { id: 9, data: [], checksum: null },
    ]);
    expect(readLin({ samples: new Float32Array(500).fill(12), stepMs: 0.01 })).to.be.a('string');
  });
});
