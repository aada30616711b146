import { once } from 'node:events';
import { createServer, type Server, type Socket } from 'node:net';
import type { LeadsAt } from '@probe-trail/core/instrumentLink';
import type { Bench, BenchSignal } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import {
  makeBench,
  openStandInMeter,
  openStandInScope,
  type ScpiServer,
  type StandInBench,
} from '../standIn/bench/index.js';
import { InstrumentFailed, openScpi, readMeter, type ScopeSettings, type ScpiLink, takeScope } from './index.js';

const level = (plus: number): BenchSignal => ({ kind: 'level', of: null, times: 0, plus });
const point = (at: string, signal: BenchSignal, untilRepaired?: string) => ({
  at,
  signal,
  ...(untilRepaired !== undefined && { untilRepaired }),
});

const bench: Bench = {
  points: [
    point('battery −', level(0)),
    point('battery +', { kind: 'level', of: 'batteryVoltage', times: 1, plus: 0 }),
    point('C52·2', level(1.9), 'Ground stud G3'),
    point('C52·2', level(0.02)),
    point('C52·3', { kind: 'pulses', hz: 100, dutyOf: 'fanDuty', duty: 0, low: 0.2, high: 12.2 }),
    point('too much', level(900)),
  ],
  currents: [
    { at: 'coil K41 86', signal: { kind: 'coil', ohms: 14, henries: 0.1, pullInMs: 15, seconds: 0.08 } },
    { at: 'load', signal: level(23.4) },
  ],
  resistances: [
    { from: 'relay pin 86', to: 'relay pin 85', ohms: null, untilRepaired: 'Fan relay K7' },
    { from: 'relay pin 86', to: 'relay pin 85', ohms: 82 },
  ],
};

let repaired: readonly string[] = [];
const benchWith = (perAmp: number): StandInBench =>
  makeBench({
    benches: [bench],
    world: () => ({ batteryVoltage: 12.55, fanDuty: 40 }),
    isRepaired: (cause) => cause !== null && repaired.includes(cause),
    seed: 7,
    perAmp,
  });

const never = new AbortController().signal;
const saidBy = (promise: Promise<unknown>): Promise<string> =>
  promise.then(
    () => '',
    (error: unknown) => (error instanceof InstrumentFailed ? error.message : String(error)),
  );

describe('a meter over the network', () => {
  const own = benchWith(1);
  let server: ScpiServer;
  let link: ScpiLink;
  before(async () => {
    server = await openStandInMeter(own, '127.0.0.1', 0);
    link = await openScpi({ host: '127.0.0.1', port: server.port }, 'Meter 1', never);
  });
  after(async () => {
    link.close();
    await server.close();
  });

  const read = (
    measures: 'dcVolts' | 'ohms' | 'clampAmps' | 'dutyCycle' | 'frequency',
    at: LeadsAt,
    range: number | null = null,
  ) => {
    own.put([at]);
    return readMeter(link, 'Meter 1', { measures, range });
  };

  for (const [measures, at, range, value, within, end] of [
    ['dcVolts', { red: 'battery +', black: 'battery −' }, null, 12.55, 0.01, 60],
    ['dcVolts', { red: 'battery −', black: 'battery +' }, 20, -12.55, 0.01, 60],
    ['dcVolts', { red: 'C52·2', black: 'battery −' }, null, 1.9, 0.002, 6],
    ['dcVolts', { red: 'C52·3', black: 'battery −' }, null, 0.2 + 12 * 0.4, 0.01, 6],
    ['clampAmps', { red: 'load', black: null }, null, 23.4, 0.02, 60],
    ['dutyCycle', { red: 'C52·3', black: 'battery −' }, null, 40, 0.1, null],
    ['frequency', { red: 'C52·3', black: 'battery −' }, null, 100, 0.1, null],
  ] as const)
    it(`shows ${value} in ${measures} from ${at.red} to ${at.black ?? 'its clamp'}`, async () => {
      const reading = await read(measures, at, range);
      expect(reading.told.kind === 'number' && reading.told.value).to.be.closeTo(value, within);
      expect(reading.range).to.equal(end);
      expect(reading.identity).to.equal('PROBE TRAIL,STAND-IN METER,0,1');
    });

  it('says what its last place is worth', async () => {
    const { resolution } = await read('dcVolts', { red: 'battery +', black: 'battery −' });
    expect(resolution).to.equal(0.001);
  });

  it('shows no end where there is no way through, and what is there once it is repaired', async () => {
    const at = { red: 'relay pin 85', black: 'relay pin 86' };
    expect((await read('ohms', at)).told).to.deep.equal({ kind: 'over', side: 'above' });
    repaired = ['Fan relay K7'];
    const { told } = await read('ohms', at);
    repaired = [];
    expect(told.kind === 'number' && told.value).to.be.closeTo(82, 0.01);
  });

  it('shows no end where there is more than its largest range holds', async () => {
    expect((await read('dcVolts', { red: 'too much', black: 'battery −' })).told).to.deep.equal({
      kind: 'over',
      side: 'above',
    });
  });

  it('shows nothing at a place that nobody knows', async () => {
    expect((await read('dcVolts', { red: 'nowhere', black: 'battery −' })).told).to.deep.equal({ kind: 'nothing' });
  });

  it('refuses a range that it does not have, and goes on', async () => {
    const at = { red: 'battery +', black: 'battery −' };
    expect(await saidBy(read('dcVolts', at, 5000))).to.equal(
      'Meter 1 does not take “CONFigure:VOLTage:DC 5000”: Data out of range.',
    );
    expect((await read('dcVolts', at)).told.kind).to.equal('number');
  });

  it('is not asked for what no meter tells', async () => {
    expect(await saidBy(readMeter(link, 'Meter 1', { measures: 'pressure', range: null }))).to.equal(
      'Meter 1 is not read over the network for this.',
    );
  });
});

describe('a scope over the network', () => {
  const own = benchWith(0.1);
  let server: ScpiServer;
  let link: ScpiLink;
  beforeEach(async () => {
    server = await openStandInScope(own, '127.0.0.1', 0);
    link = await openScpi({ host: '127.0.0.1', port: server.port }, 'Scope 1', never);
  });
  afterEach(async () => {
    link.close();
    await server.close();
  });

  const settings = (change: Partial<ScopeSettings>): ScopeSettings => ({
    channels: [{ coupling: 'DC', spanVolts: 0.32 }],
    seconds: 0.1,
    trigger: { input: 1, edge: 'rising', levelVolts: 0.01 },
    ...change,
  });

  it('takes the current of a coil from its trigger on, a tenth of it before', async () => {
    own.put([{ red: 'coil K41 86', black: null }]);
    const { inputs, stepSeconds, triggerSeconds } = await takeScope(link, 'Scope 1', settings({}));
    const [samples = new Float32Array()] = inputs;
    expect(samples.length * stepSeconds).to.be.closeTo(0.1, 1e-6);
    expect(triggerSeconds).to.be.closeTo(0.01, 1e-9);
    const at = (seconds: number) => samples[Math.round(seconds / stepSeconds)] ?? Number.NaN;
    expect(at(0.005)).to.be.closeTo(0, 0.001);
    expect([at(0.0099) < 0.01, at(0.0102) > 0.01]).to.deep.equal([true, true]);
    // U / R behind a clamp of 100 mV for an ampere.
    expect(at(0.08)).to.be.closeTo((12.55 / 14) * 0.1, 0.0005);
  });

  it('is cut off at the ends of its range', async () => {
    own.put([{ red: 'coil K41 86', black: null }]);
    const { inputs } = await takeScope(link, 'Scope 1', settings({ channels: [{ coupling: 'DC', spanVolts: 0.1 }] }));
    expect(Math.max(...(inputs[0] ?? []))).to.be.closeTo(0.05, 1e-5);
  });

  it('takes at once where it waits for nothing, several inputs together', async () => {
    own.put([
      { red: 'C52·3', black: 'battery −' },
      { red: 'battery +', black: 'battery −' },
    ]);
    const input = { coupling: 'DC', spanVolts: 40 } as const;
    const taken = await takeScope(link, 'Scope 1', settings({ channels: [input, input], trigger: null }));
    const means = taken.inputs.map((samples) => samples.reduce((sum, one) => sum + one, 0) / samples.length);
    expect(means[0]).to.be.closeTo(0.2 + 12 * 0.4, 0.05);
    expect(means[1]).to.be.closeTo(12.55, 0.01);
  });

  it('shows what changes alone where it is coupled so', async () => {
    own.put([{ red: 'C52·3', black: 'battery −' }]);
    const channels = [{ coupling: 'AC', spanVolts: 40 }] as const;
    const { inputs } = await takeScope(link, 'Scope 1', settings({ channels, trigger: null }));
    const mean = (inputs[0] ?? new Float32Array()).reduce((sum, one) => sum + one, 0) / (inputs[0]?.length ?? 1);
    expect(mean).to.be.closeTo(0, 0.1);
  });

  it('says that its trigger did not come', async () => {
    own.put([{ red: 'battery −', black: 'battery −' }]);
    expect(await saidBy(takeScope(link, 'Scope 1', settings({}), 0.2))).to.match(
      /^Scope 1 waited 0\.3 s and was not triggered: input 1 did not pass 0\.01 V rising\./,
    );
  });
});

describe('an instrument that is not as it should be', () => {
  let server: Server;
  let answer: (line: string, socket: Socket) => void = () => undefined;
  let port = 0;
  before(async () => {
    server = createServer((socket) => {
      socket.on('error', () => undefined);
      socket.on('data', (piece) => {
        for (const line of String(piece).split('\n').filter(Boolean)) answer(line, socket);
      });
    });
    server.listen(0, '127.0.0.1');
    await once(server, 'listening');
    const address = server.address();
    port = typeof address === 'object' && address ? address.port : 0;
  });
  after(() => server.close());

  /** Answers these, and that nothing is wrong. */
  const saying = (answers: Readonly<Record<string, string>>) => (line: string, socket: Socket) => {
    const said = line === 'SYSTem:ERRor?' ? '0,"No error"' : answers[line];
    if (said !== undefined) socket.write(`${said}\n`);
  };
  const readVolts = async (signal = never) => {
    const link = await openScpi({ host: '127.0.0.1', port }, 'Meter 1', signal);
    try {
      return await readMeter(link, 'Meter 1', { measures: 'dcVolts', range: null });
    } finally {
      link.close();
    }
  };

  it('does not say how it is set: what it shows stands', async () => {
    answer = (line, socket) => {
      const isSetting = /RANG|RES/.test(line);
      if (isSetting) fault = '-113,"Undefined header"';
      else if (line === 'SYSTem:ERRor?') {
        socket.write(`${fault}\n`);
        fault = '0,"No error"';
      } else saying({ '*IDN?': 'A,B,1,2', 'READ?': '+1.2460E+01' })(line, socket);
    };
    let fault = '0,"No error"';
    const reading = await readVolts();
    expect(reading.told).to.deep.include({ kind: 'number', value: 12.46 });
    expect([reading.range, reading.resolution]).to.deep.equal([null, 0.001]);
  }).timeout(10_000);

  it('says anything of itself: what can be kept of it is kept', async () => {
    answer = saying({
      '*IDN?': `A\u0000B\t${'x'.repeat(500)}`,
      'READ?': '1',
      'VOLT:DC:RANG?': '1E30',
      'VOLT:DC:RES?': '0',
    });
    const { identity, range, resolution } = await readVolts();
    expect([identity.slice(0, 5), identity.length <= 120]).to.deep.equal(['A B x', true]);
    expect([range, resolution]).to.deep.equal([null, 1]);
    answer = saying({ '*IDN?': '', 'READ?': '1', 'VOLT:DC:RANG?': '6', 'VOLT:DC:RES?': '0.001' });
    expect((await readVolts()).identity).to.equal('an instrument without a name');
  });

  it('answers with something that is no number', async () => {
    answer = saying({ '*IDN?': 'A', 'READ?': 'VDC 12.4' });
    expect(await saidBy(readVolts())).to.equal('Meter 1 answers with no reading: “VDC 12.4” is no number.');
  });

  it('closes the connection', async () => {
    answer = (line, socket) => {
      if (line === 'READ?') socket.destroy();
      else saying({ '*IDN?': 'A' })(line, socket);
    };
    expect(await saidBy(readVolts())).to.equal('Meter 1 has closed the connection.');
  });

  it('says nothing at all', async () => {
    answer = () => undefined;
    expect(await saidBy(readVolts())).to.equal('Meter 1 is connected, and does not answer.');
  }).timeout(10_000);

  it('is called off while it is asked', async () => {
    const calledOff = new AbortController();
    answer = (line, socket) => {
      if (line === 'READ?') calledOff.abort(new Error('enough'));
      else saying({ '*IDN?': 'A' })(line, socket);
    };
    expect(await saidBy(readVolts(calledOff.signal))).to.equal('Error: enough');
  });

  it('has faults of whoever used it before', async () => {
    const old = ['-410,"Query INTERRUPTED"', '-113,"Undefined header"'];
    answer = (line, socket) => {
      const fault = line === 'SYSTem:ERRor?' ? old.shift() : undefined;
      if (fault !== undefined) socket.write(`${fault}\n`);
      else saying({ '*IDN?': 'A', 'READ?': '1', 'VOLT:DC:RANG?': '6', 'VOLT:DC:RES?': '0.001' })(line, socket);
    };
    expect((await readVolts()).range).to.equal(6);
  });

  it('is not there', async () => {
    const said = await saidBy(openScpi({ host: '127.0.0.1', port: 1 }, 'Meter 1', never));
    expect(said).to.equal(
      'Meter 1 cannot be reached at 127.0.0.1:1 (ECONNREFUSED). Is it switched on, and on the network?',
    );
  });
});
