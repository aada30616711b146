import {
  Field,
  Float64,
  Int16,
  makeData,
  RecordBatch,
  Schema,
  Struct,
  Table,
  tableFromArrays,
  tableToIPC,
} from 'apache-arrow';
import { expect } from 'chai';
import fc from 'fast-check';
import {
  type Capture,
  captureLengthMs,
  captureToCsv,
  channelNamed,
  correctCapture,
  isCapture,
  layoutOfTable,
  makeTableReading,
  type ReadCapture,
  readArrow,
  readCapture,
  readVcd,
  readWav,
  writeCapture,
  writeWav,
} from './index.js';

const textBytes = (text: string) => new TextEncoder().encode(text);

/** Reads a table in pieces of so many bytes. */
function readTable(text: string, pieceBytes = 7): ReadCapture {
  const layout = layoutOfTable(text.split('\n').slice(0, 200).join('\n'));
  if (!layout.ok) throw new Error(layout.problem);
  const reading = makeTableReading(layout.value);
  const bytes = textBytes(text);
  for (let at = 0; at < bytes.length; at += pieceBytes) reading.take(bytes.slice(at, at + pieceBytes));
  const read = reading.end(5);
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}

const samplesOf = ({ capture }: ReadCapture, index = 0) =>
  [...(capture.channels[index]?.samples ?? [])].map((sample) => sample + 0);
// No sign of zero comes in by a text.
const near = (wanted: readonly number[]) => wanted.map((number) => Math.fround(number) + 0);

const capture: Capture = {
  startedAtMs: 1000,
  stepMs: 0.1,
  channels: [
    { ...channelNamed('motor current', 0, 'A', Float32Array.of(0, 1.5, Number.NaN, -2)), factor: 10 },
    channelNamed('supply', 1, 'V', Float32Array.of(12, 11.5, 11, 12)),
  ],
  marks: [{ atMs: 0.2, text: 'switched on' }],
};

describe('a table of samples', () => {
  it('is read with decimal commas, a head, a row of units, and a note of what is no number', () => {
    const read = readTable(
      'Bench 4\nName;Cable\n\nTime;Motor current;Supply\n(ms);(A);(V)\n0,0;1,5;12,25\n0,5;-2,5E0;--\n1,0;3;12\n',
    );
    expect(read.capture.stepMs).to.equal(0.5);
    expect(read.capture.channels.map(({ name, unit }) => [name, unit])).to.deep.equal([
      ['Motor current', 'A'],
      ['Supply', 'V'],
    ]);
    expect(samplesOf(read)).to.deep.equal(near([1.5, -2.5, 3]));
    expect(samplesOf(read, 1)).to.deep.equal(near([12.25, Number.NaN, 12]));
    expect(read.notes).to.deep.equal(['1 cells are no numbers: they are gaps.']);
  });

  for (const { name, text, stepMs } of [
    { name: 'an interval in the head', text: 'Sample interval: 20 µs\nA [V]\n1\n2\n3\n', stepMs: 0.02 },
    { name: 'an interval in cells of its own', text: 'Increment,2.0E-05,s\nA,B\n1,4\n2,5\n3,6\n', stepMs: 0.02 },
    { name: 'a sample rate in the head', text: 'Sample rate = 50 kHz\nA;B\n1;4\n2;5\n3;6\n', stepMs: 0.02 },
    {
      name: 'a rate with its unit before it',
      text: 'Sampling Rate [MHz]: 0,05\nA;B\n1,5;4\n2,5;5\n3,5;6\n',
      stepMs: 0.02,
    },
    { name: 'a time with an exponent', text: 'Time (s)\tA (V)\n-2E-5\t1\n0\t2\n2E-5\t3\n', stepMs: 0.02 },
    { name: 'a time in nanoseconds', text: 'time in ns, A in mV\n0,1\n20000,2\n40000,3\n', stepMs: 0.02 },
    { name: 'no head at all, a time first', text: '0.00000 1\n0.00002 2\n0.00004 3\n', stepMs: 0.02 },
  ])
    it(`is read with ${name}`, () => {
      const read = readTable(text);
      expect(read.capture.stepMs).to.be.closeTo(stepMs, 1e-9);
      expect(samplesOf(read).length).to.equal(3);
    });

  it('is read with prefixes of units in its cells', () => {
    const read = readTable('t [s];I\n0;4.7k\n1;12.5 mV\n2;-3u\n');
    expect(samplesOf(read)).to.deep.equal(near([4700, 0.0125, -3e-6]));
  });

  it('has a time for each channel, and is put on the steps of the finest', () => {
    const read = readTable('time [ms],A [V],time [ms],B [V]\n0,0,0.5,5\n1,10,1.5,15\n2,20,2.5,25\n3,30,3.5,35\n');
    expect(read.capture.stepMs).to.equal(1);
    expect(samplesOf(read).slice(0, 4)).to.deep.equal([0, 10, 20, 30]);
    expect(samplesOf(read, 1).slice(1, 4)).to.deep.equal([10, 20, 30]);
    expect(read.notes.join()).to.contain('equal steps');
  });

  it('leaves out rows whose time runs backwards, and says so', () => {
    const rows = Array.from({ length: 60 }, (_, row) => `${row === 30 ? 2 : row};${row}`);
    const read = readTable(`t [ms];A\n${rows.join('\n')}\n`);
    expect(read.notes.join()).to.contain('1 rows are left out, whose time runs backwards');
    expect(samplesOf(read)[30]).to.be.closeTo(30, 1e-4);
  });

  it('has a gap where nothing was taken', () => {
    const times = [0, 1, 2, 3, 4, 30, 31, 32, 33, 34];
    const read = readTable(`t [ms];A\n${times.map((time) => `${time};7`).join('\n')}\n`);
    expect(samplesOf(read).filter((sample) => sample === 7).length).to.equal(10);
    expect(samplesOf(read).length).to.equal(35);
  });

  it('that is a page, has no numbers, or does not say its time is refused with a sentence', () => {
    const problemOf = (text: string) => {
      const layout = layoutOfTable(text);
      if (!layout.ok) return layout.problem;
      const reading = makeTableReading(layout.value);
      reading.take(textBytes(text));
      const read = reading.end(0);
      return read.ok ? 'none' : read.problem;
    };
    expect(problemOf('<svg xmlns="x"><path d="M 1,2"/></svg>')).to.contain('not a table');
    expect(problemOf('<!DOCTYPE html>\n<p>1,2\n1,2')).to.contain('not a table');
    expect(problemOf('hello\nworld\n')).to.contain('No row');
    expect(problemOf('A;B\n1;2\n1;3\n1;1\n')).to.contain('does not say when');
    expect(problemOf('t;A\n1;2\n')).to.match(/does not say when|fewer than two/);
  });

  it('is the same in whatever pieces it comes, whatever stands between its cells, and as plain numbers read it (random)', () => {
    const cell = fc.oneof(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.integer({ min: -1000, max: 1000 }));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cell, cell), { minLength: 3, maxLength: 40 }),
        fc.constantFrom(['\t', '.'], [';', ','], [',', '.'], ['|', ','], [';', '.']),
        fc.integer({ min: 1, max: 50 }),
        fc.constantFrom('\n', '\r\n'),
        (rows, [delimiter, decimal], pieceBytes, lineEnd) => {
          const say = (number: number) => String(number).replace('.', decimal ?? '.');
          const lines = rows.map((row, at) => [say(at * 0.25), ...row.map(say)].join(delimiter));
          const read = readTable([`t [ms]${delimiter}A${delimiter}B`, ...lines, ''].join(lineEnd), pieceBytes);
          expect(read.capture.stepMs).to.be.closeTo(0.25, 1e-12);
          expect(samplesOf(read)).to.deep.equal(near(rows.map(([a]) => a)));
          expect(samplesOf(read, 1)).to.deep.equal(near(rows.map(([, b]) => b)));
        },
      ),
    );
  });

  it('of anything at all is read or refused, and never throws (fuzz)', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400, unit: fc.constantFrom(...'0123456789.,;:-+eE\n\t "tVA[]') }), (text) => {
        const layout = layoutOfTable(text);
        if (!layout.ok) return;
        const reading = makeTableReading(layout.value);
        reading.take(textBytes(text));
        reading.end(0);
      }),
      { numRuns: 2000 },
    );
  });
});

describe('a WAV file', () => {
  it('is written and read back', () => {
    const read = readWav(writeWav({ ...capture, stepMs: 0.125 }), 1000);
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.capture.stepMs).to.equal(0.125);
    expect(samplesOf(read.value)).to.deep.equal(near([0, 1.5, Number.NaN, -2]));
    expect(samplesOf(read.value, 1)).to.deep.equal([12, 11.5, 11, 12]);
  });

  /** A mono file of whole numbers. */
  function wav(bits: number, values: readonly number[], saidBytes?: number): Uint8Array {
    const [bytes, size] = [new Uint8Array(44 + (values.length * bits) / 8), bits / 8];
    const view = new DataView(bytes.buffer);
    bytes.set(textBytes('RIFF'), 0);
    bytes.set(textBytes('WAVEfmt '), 8);
    view.setUint32(16, 16, true);
    view.setUint16(20, 1, true);
    view.setUint16(22, 1, true);
    view.setUint32(24, 8000, true);
    view.setUint16(32, size, true);
    view.setUint16(34, bits, true);
    bytes.set(textBytes('data'), 36);
    view.setUint32(40, saidBytes ?? values.length * size, true);
    for (const [index, value] of values.entries())
      for (let byte = 0; byte < size; byte += 1) bytes[44 + index * size + byte] = (value / 2 ** (8 * byte)) & 255;
    return bytes;
  }
  for (const [bits, least, most] of [
    [8, 0, 255],
    [16, -32768, 32767],
    [24, -8388608, 8388607],
    [32, -2147483648, 2147483647],
  ] as const)
    it(`of ${bits} bits goes from −1 to 1`, () => {
      const whole = bits === 8 ? [least, 128, most] : [least, 0, most];
      const read = readWav(wav(bits, whole.map(Math.floor)), 0);
      if (!read.ok) throw new Error(read.problem);
      const [low, zero, high] = samplesOf(read.value);
      expect(low).to.equal(-1);
      expect(zero).to.equal(0);
      expect(high).to.be.closeTo(1, 2 ** -6);
    });

  it('that lies about its length is read as far as it goes, and says so', () => {
    const read = readWav(wav(16, [1, 2, 3], 4_000_000), 0);
    if (!read.ok) throw new Error(read.problem);
    expect(samplesOf(read.value).length).to.equal(3);
    expect(read.value.notes.join()).to.contain('longer than it is');
  });

  it('of anything at all is read or refused, and never throws (fuzz)', () => {
    const whole = wav(16, [1, 2, 3, 4]);
    fc.assert(
      fc.property(
        fc.nat(whole.length),
        fc.array(fc.tuple(fc.nat(47), fc.nat(255)), { maxLength: 4 }),
        (cut, changes) => {
          const bytes = whole.slice(0, cut);
          for (const [at, byte] of changes) if (at < bytes.length) bytes[at] = byte;
          readWav(bytes, 0);
        },
      ),
      { numRuns: 2000 },
    );
    const none = readWav(textBytes('RIFF....WAVE'), 0);
    expect(none.ok).to.equal(false);
  });
});

describe('a value-change dump', () => {
  const head = '$timescale 1us $end\n$var wire 1 ! data $end\n$var reg 4 # state [3:0] $end\n$enddefinitions $end\n';
  it('is read with its timescale, bits, numbers and what is unknown', () => {
    const read = readVcd(`${head}$dumpvars\n0!\nb0101 #\n$end\n#0\n#20\n1!\n#40\nx!\nb1111 #\n#60\n0!\n`, 0);
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.capture.stepMs).to.be.closeTo(0.02, 1e-12);
    expect(samplesOf(read.value)).to.deep.equal([0, 1, Number.NaN, 0]);
    expect(samplesOf(read.value, 1)).to.deep.equal([5, 5, 15, 15]);
  });

  it('that runs backwards, changes nothing or is none is refused', () => {
    expect(readVcd(`${head}#20\n1!\n#10\n0!\n`, 0)).to.deep.include({
      problem: 'Time runs backwards in this value-change dump.',
    });
    expect(readVcd(`${head}#20\n1!\n`, 0).ok).to.equal(false);
    expect(readVcd('time;A\n1;2\n', 0).ok).to.equal(false);
  });

  it('of a long time in tiny steps does not fill the memory', () => {
    const read = readVcd(`${head.replace('1us', '1ns')}#0\n0!\n#1\n1!\n#${10 ** 10}\n0!\n`, 0);
    if (!read.ok) throw new Error(read.problem);
    expect(samplesOf(read.value).length).to.be.at.most(5_000_001);
    expect(read.value.notes.join()).to.contain('Edges stand within');
  });
});

describe('an Arrow file', () => {
  it('of a capture is written and read back, and stays where it is', () => {
    const bytes = writeCapture(capture);
    expect(isCapture(bytes)).to.equal(true);
    const read = readCapture(bytes);
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.channels.map(({ name, unit, factor }) => [name, unit, factor])).to.deep.equal([
      ['motor current', 'A', 10],
      ['supply', 'V', 1],
    ]);
    expect(read.value.marks).to.deep.equal(capture.marks);
    expect([...(read.value.channels[0]?.samples ?? [])]).to.deep.equal(near([0, 1.5, Number.NaN, -2]));
    expect(read.value.channels[0]?.samples.buffer).to.equal(bytes.buffer);
    expect(captureLengthMs(read.value)).to.be.closeTo(0.3, 1e-12);
  });

  it('is written anew as it was read, though its channels lie in one buffer, and with one signal twice', () => {
    const samples = Float32Array.from({ length: 1001 }, (_, at) => at);
    const twice = { ...capture, channels: ['a', 'b', 'c'].map((name, at) => channelNamed(name, at, 'V', samples)) };
    const once = readCapture(writeCapture(twice));
    if (!once.ok) throw new Error(once.problem);
    const again = readCapture(writeCapture(once.value));
    if (!again.ok) throw new Error(again.problem);
    for (const channel of again.value.channels) expect([...channel.samples]).to.deep.equal([...samples]);
  });

  it('has channels of different lengths filled up with gaps', () => {
    const uneven = {
      ...capture,
      channels: [channelNamed('a', 0, 'V', Float32Array.of(1, 2, 3)), channelNamed('b', 1, 'V', Float32Array.of(4))],
    };
    const read = readCapture(writeCapture(uneven));
    if (!read.ok) throw new Error(read.problem);
    expect([...(read.value.channels[1]?.samples ?? [])]).to.deep.equal([4, Number.NaN, Number.NaN]);
  });

  it('of another program is read with its time, its whole numbers and what it lacks', () => {
    const table = tableFromArrays({
      time: Float64Array.of(0, 0.001, 0.002),
      count: Int16Array.of(1, -2, 3),
      text: ['a', 'b', 'c'],
    });
    const read = readArrow(tableToIPC(table, 'file'), 7);
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.capture.stepMs).to.be.closeTo(1, 1e-9);
    expect(samplesOf(read.value)).to.deep.equal([1, -2, 3]);
    const fields = [new Field('a', new Float64(), true), new Field('b', new Int16(), false)];
    const schema = new Schema(fields, new Map([['stepMs', '2']]));
    const children = [
      makeData({
        type: new Float64(),
        length: 2,
        nullCount: 1,
        nullBitmap: Uint8Array.of(1),
        data: Float64Array.of(5, 6),
      }),
      makeData({ type: new Int16(), length: 2, nullCount: 0, data: Int16Array.of(7, 8) }),
    ];
    const batch = new RecordBatch(schema, makeData({ type: new Struct(fields), length: 2, nullCount: 0, children }));
    const other = readArrow(tableToIPC(new Table(schema, [batch]), 'stream'), 7);
    if (!other.ok) throw new Error(other.problem);
    expect(samplesOf(other.value)).to.deep.equal([5, Number.NaN]);
  });

  it('that is cut off, or none, is refused', () => {
    const bytes = writeCapture(capture);
    for (let cut = 0; cut < bytes.length; cut += 13) expect(readCapture(bytes.slice(0, cut)).ok).to.equal(false);
    expect(readArrow(textBytes('time;A\n1;2\n'), 0).ok).to.equal(false);
    expect(isCapture(textBytes('ARROW1'))).to.equal(false);
  });
});

describe('a capture', () => {
  it('is put right: names, units, probes, signs and the time from sample to sample', () => {
    const corrected = correctCapture(
      capture,
      [{ key: 'ch2', name: 'feed', unit: 'A', factor: 10, isInverted: true }],
      1,
    );
    expect(corrected.stepMs).to.equal(1);
    expect(corrected.channels.map(({ name, unit, factor }) => [name, unit, factor])).to.deep.equal([
      ['feed', 'A', -10],
    ]);
    expect([...(corrected.channels[0]?.samples ?? [])]).to.deep.equal([-120, -115, -110, -120]);
  });

  it('is written as a table that is read as the same', () => {
    const read = readTable([...captureToCsv(capture)].join(''));
    expect(read.capture.stepMs).to.be.closeTo(0.1, 1e-9);
    expect(samplesOf(read)).to.deep.equal(near([0, 1.5, Number.NaN, -2]));
    expect(
      [...captureToCsv({ ...capture, channels: [channelNamed('=1+1', 0, '', Float32Array.of(1))] })].join(''),
    ).to.contain("'=1+1");
  });
});
