import { expect } from 'chai';
import fc from 'fast-check';
import { type ChannelInfo, noValue, recordingOf, recordingToCsv } from '../recording/index.js';
import { type LaidOutLog, type LogShape, layoutOfLog, makeLogReading } from './index.js';

const layoutIn = (text: string): LaidOutLog => {
  const layout = layoutOfLog(text);
  if (!layout.ok) return expect.fail(layout.problem);
  return layout.value;
};
const shapeIn = (text: string): LogShape => layoutIn(text).shape;

const endedAtMs = 1_000_000_000;
function readAll(text: string) {
  const layout = layoutIn(text);
  const reading = makeLogReading({ layout, values: layout.shape.values, fileName: 'drive.csv', endedAtMs });
  // In pieces that end wherever they end, as a file comes.
  for (let at = 0; at < text.length; at += 7) reading.take(text.slice(at, at + 7));
  const read = reading.end();
  if (!read.ok) return expect.fail(read.problem);
  return read.value;
}

/** Times and values of each channel, as they are read. */
function tableOf(text: string) {
  const { recording } = readAll(text);
  return {
    times: [...recording.times],
    ...Object.fromEntries(recording.channels.map(({ name, unit, values }) => [`${name} ${unit}`, [...values]])),
  };
}

describe('a log of another tool', () => {
  it('with units in brackets, a point, and seconds', () => {
    expect(tableOf('Time [s],Boost [kPa],Speed (km/h)\n0.0,98.5,0\n0.5,101,3\n1.0,150.25,7\n')).to.deep.equal({
      times: [0, 500, 1000],
      'Boost kPa': [98.5, 101, 150.25],
      'Speed km/h': [0, 3, 7],
    });
  });

  it('with lines above, a row of units, semicolons and decimal commas', () => {
    const text =
      'Logger 3;\nDate;30.11.2026\n\nZeit;Ladedruck;Drehzahl\ns;kPa;rpm\n0,1;98,5;750\n0,2;99,5;760\n0,3;;-\n';
    expect(tableOf(text)).to.deep.equal({
      times: [0, 100, 200],
      'Ladedruck kPa': [98.5, 99.5, Number.NaN],
      'Drehzahl rpm': [750, 760, noValue],
    });
  });

  it('with dates says when it began, and with a time of day goes on over midnight', () => {
    const dated = readAll(
      'Timestamp,Rail [MPa]\n2026-11-30T10:00:00.000Z,31\n2026-11-30T10:00:00.250Z,32\n2026-11-30T10:00:01Z,33\n',
    );
    expect(dated.recording.startedAtMs).to.equal(Date.UTC(2026, 10, 30, 10));
    expect([...dated.recording.times]).to.deep.equal([0, 250, 1000]);
    const night = 'Clock;Rail [MPa]\n23:59:59,5;31\n00:00:00,0;32\n00:00:00,5;33\n';
    expect(readAll(night).recording.times).to.deep.equal(Float64Array.of(0, 500, 1000));
    expect(readAll(night).recording.startedAtMs).to.equal(endedAtMs - 1000);
  });

  it('of single values, each with its name, puts those of a tenth of a second into one row', () => {
    const text = [
      'time_ms,signal,value,unit',
      '0,boost pressure,98,kPa',
      '20,engine speed,750,rpm',
      '110,boost pressure,99,kPa',
      '120,engine speed,751,rpm',
      '210,boost pressure,100,kPa',
      '390,engine speed,n/a,rpm',
    ].join('\n');
    expect(shapeIn(text)).to.include({ kind: 'long', timeForm: 'ms', isTimeGuessed: false });
    expect(tableOf(text)).to.deep.equal({
      times: [0, 100, 200, 300],
      'boost pressure kPa': [98, 99, 100, Number.NaN],
      'engine speed rpm': [750, 751, Number.NaN, noValue],
    });
  });

  it('without names or a unit of time says that it was concluded', () => {
    expect(shapeIn('0,1\n10,2\n20,3\n30,4\n')).to.include({ timeForm: 'ms', isTimeGuessed: true });
    expect(shapeIn('0,1\n0.1,2\n0.2,3\n0.3,4\n')).to.include({ timeForm: 's', isTimeGuessed: true });
    expect(shapeIn('0,1\n0.1,2\n0.2,3\n').values.map(({ name }) => name)).to.deep.equal(['column 2']);
  });

  it('leaves rows out that are broken or go back in time, and says which', () => {
    const text = 'Time [s],Boost [kPa]\n0,98\n1,99\n%%,garbage\n2,100\n1.5,101\n3,102\n';
    const { recording, broken, misplaced } = readAll(text);
    expect([...recording.times]).to.deep.equal([0, 1000, 2000, 3000]);
    expect([broken, misplaced]).to.deep.equal([
      { count: 1, lines: [4] },
      { count: 1, lines: [6] },
    ]);
  });

  it('loses one row where its clock jumps ahead for one, and not all that follow', () => {
    for (const times of [
      [0, 1, 900, 2, 3, 4],
      [900, 0, 1, 2, 3, 4],
      [0, 1, 2, 3, 4, 0.5],
    ]) {
      const { recording, misplaced } = readAll(
        `Time [s],Boost [kPa]\n${times.map((time) => `${time},98`).join('\n')}\n`,
      );
      expect([[...recording.times], misplaced.count]).to.deep.equal([[0, 1000, 2000, 3000, 4000], 1]);
    }
  });

  it('with times that come several times over is in milliseconds where its steps say so', () => {
    const rows = [0, 0, 0, 0, 100, 100, 100, 100, 200, 200].map((time) => `${time},98`);
    expect(shapeIn(['Time,Boost [kPa]', ...rows].join('\n')).timeForm).to.equal('ms');
  });

  it('counts its empty lines, wherever a piece ends', () => {
    const { broken } = readAll('Log\n\n\n\n\nTime [s],Boost [kPa]\n0,98\n\n\n\n\n\n\n\n\n1,99\n?,1\n2,100\n');
    expect(broken).to.deep.equal({ count: 1, lines: [17] });
  });

  it('that runs backwards is turned round', () => {
    expect(tableOf('Time [s],Boost [kPa]\n3,102\n2,101\n1,100\n0,99\n')).to.deep.equal({
      times: [0, 1000, 2000, 3000],
      'Boost kPa': [99, 100, 101, 102],
    });
  });

  const nothing = [
    ['', 'No row of this file has a time and a value.'],
    ['Dear Hanna,\nthe bus is fine.\n', 'No row of this file has a time and a value.'],
    ['a,b\n5,1\n1,9\n7,2\n3,8\n', 'No column of this file is a time'],
    ['Time [s],Note\n0,1 st\n1,2 nd\n2,3 rd\n', 'No row of this file has a time and a value.'],
  ] as const;
  for (const [text, problem] of nothing)
    it(`says of ${JSON.stringify(text)}: ${problem}`, () => {
      const layout = layoutOfLog(text);
      expect(layout.ok ? 'a log' : layout.problem).to.include(problem);
    });

  it('that is larger than a recording may be ends with a sentence', () => {
    const layout = layoutIn('Time [s],Boost [kPa]\n0,98\n1,99\n2,100\n');
    const values = Array.from({ length: 1000 }, (_, at) => ({ source: '1', name: `value ${at}`, unit: 'kPa' }));
    const reading = makeLogReading({ layout, values, fileName: 'drive.csv', endedAtMs });
    reading.take('Time [s],Boost [kPa]\n');
    let row = 0;
    while (reading.take(`${row},98\n`)) row += 1;
    expect(row).to.be.within(26_000, 27_000);
    const read = reading.end();
    expect(read.ok ? 'read' : read.problem).to.include('Choose fewer values.');
  }).timeout(60_000);

  it('is read as it was written, whatever its delimiter, its decimal sign and its order', () => {
    const cell = fc.option(
      fc.integer({ min: -10_000, max: 10_000 }).map((value) => value / 8),
      { nil: undefined },
    );
    const log = fc.record({
      rows: fc.array(fc.record({ step: fc.integer({ min: 1, max: 50 }), cells: fc.tuple(cell, cell, cell) }), {
        minLength: 12,
        maxLength: 60,
      }),
      isComma: fc.boolean(),
      isReversed: fc.boolean(),
    });
    fc.assert(
      fc.property(log, ({ rows, isComma, isReversed }) => {
        let now = 0;
        const table = rows.map(({ step, cells }) => {
          now += step;
          return { now, cells };
        });
        fc.pre([0, 1, 2].every((at) => table.filter(({ cells }) => cells[at] !== undefined).length > rows.length / 2));
        fc.pre([0, 1, 2].every((row) => table[row]?.cells.some((value) => value !== undefined)));
        fc.pre(
          [...table]
            .reverse()
            .slice(0, 3)
            .every(({ cells }) => cells.some((value) => value !== undefined)),
        );
        const say = (value: number | undefined) =>
          value === undefined ? '' : isComma ? String(value).replace('.', ',') : String(value);
        const lines = table.map((row) => [say(row.now / 8), ...row.cells.map(say)].join(isComma ? ';' : ','));
        const head = ['Time [s]', 'a [V]', 'b [kPa]', 'c [rpm]'].join(isComma ? ';' : ',');
        const { recording } = readAll([head, ...(isReversed ? lines.reverse() : lines)].join('\n'));
        const first = table[0]?.now ?? 0;
        expect([...recording.times]).to.deep.equal(table.map((row) => ((row.now - first) / 8) * 1000));
        for (const [at, { values }] of recording.channels.entries())
          expect([...values]).to.deep.equal(table.map(({ cells }) => cells[at] ?? Number.NaN));
      }),
      { numRuns: 200 },
    );
  });

  it('of our own is read as it was written', () => {
    const channels: ChannelInfo[] = [
      { key: 'A10.boost', name: 'boost pressure', unitName: 'engine', unit: 'kPa(abs)' },
      { key: 'A20.front', name: 'wheel speed, front left', unitName: 'brakes', unit: 'km/h' },
    ];
    const times = Float64Array.of(0, 100, 200, 300);
    const columns = [Float64Array.of(98, 99, Number.NaN, 101), Float64Array.of(0, 1, 2, 3)];
    const text = recordingToCsv(recordingOf(0, channels, [{ times, columns }], []));
    expect(tableOf(text)).to.deep.equal({
      times: [0, 100, 200, 300],
      'boost pressure kPa(abs)': [98, 99, Number.NaN, 101],
      'wheel speed, front left km/h': [0, 1, 2, 3],
    });
  });

  it('is never read as something that throws', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.integer().map(String),
      fc.constantFrom('', '10:00:00', '1,5'),
    );
    const text = fc
      .array(fc.array(cell, { maxLength: 6 }), { maxLength: 30 })
      .chain((rows) => fc.constantFrom(',', ';', '\t').map((sign) => rows.map((row) => row.join(sign)).join('\n')));
    fc.assert(
      fc.property(text, (log) => {
        const layout = layoutOfLog(log);
        if (!layout.ok) return;
        const { values } = layout.value.shape;
        const reading = makeLogReading({ layout: layout.value, values, fileName: 'x', endedAtMs });
        reading.take(log);
        reading.end();
      }),
      { numRuns: 500 },
    );
  });
});
