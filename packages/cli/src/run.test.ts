import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect } from 'chai';
import { run } from './run.js';

const demo = (name: string) => fileURLToPath(new URL(`../../../demo/plans/${name}.plan.json`, import.meta.url));

describe('probe-trail', () => {
  let folder: string;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-cli-'));
  });
  after(() => rm(folder, { recursive: true }));

  async function said(...args: string[]) {
    let out = '';
    let error = '';
    const code = await run(args, { write: (text) => (out += text) }, { write: (text) => (error += text) });
    return { code, out, error };
  }
  const write = async (name: string, content: unknown) => {
    const file = join(folder, name);
    await writeFile(file, typeof content === 'string' ? content : JSON.stringify(content));
    return file;
  };
  const replay = async (plan: string, readings: unknown, ...more: string[]) =>
    said('replay', demo(plan), '--readings', await write('readings.json', readings), ...more);

  describe('check', () => {
    for (const plan of ['radiator-fan', 'coolant-temperature'])
      it(`finds nothing wrong with the demo plan ${plan}`, async () => {
        const { code, out } = await said('check', demo(plan));
        expect(code).to.equal(0);
        expect(out).to.match(/: 1[67] steps, \d+ suspects, 0 errors, 0 warnings\n$/);
      });

    it('ends with 1 and names the finding when a plan has errors', async () => {
      const broken = await write('broken.json', {
        ...(await import(demo('radiator-fan'), { with: { type: 'json' } })).default,
        startStepId: '',
      });
      const { code, out } = await said('check', broken);
      expect(code).to.equal(1);
      expect(out).to.include('nothingToFollow').and.include('No step is marked as the first.');
      const json = await said('check', broken, '--json');
      expect(JSON.parse(json.out)[0]).to.include({ rule: 'nothingToFollow', severity: 'error' });
    });

    for (const [what, content, message] of [
      ['no file', undefined, 'there is no such file'],
      ['no JSON', '{', 'not a JSON file'],
      ['a newer format', { format: 'probe-trail-plan', formatVersion: 12 }, 'format version 12'],
    ] as const)
      it(`ends with 2 and a sentence: ${what}`, async () => {
        const file = content === undefined ? join(folder, 'none.json') : await write('bad.json', content);
        const { code, error } = await said('check', file);
        expect(code).to.equal(2);
        expect(error).to.include(message);
      });
  });

  describe('replay', () => {
    const toGround = {
      look: { seen: 'fine' },
      rest: { volts: '12,48' },
      actuate: { fan: 'still' },
      fuse31: { volts: '12.41' },
      coilOhms: { ohms: '84.6' },
      coilFeed: { volts: '12.28 V' },
      coilControl: { volts: '310 mV' },
      output: { volts: '12.19' },
      feed: { volts: '11.96' },
    };

    it('walks to the root cause and prints path, verdicts and conclusion', async () => {
      const { code, out } = await replay('radiator-fan', { ...toGround, groundDrop: { drop: '0.42' } });
      expect(code).to.equal(0);
      expect(out)
        .to.include('10. Voltage drop of the ground')
        .and.include('0.42 V: outOfSpec, resistance in the ground')
        .and.include('Conclusion: Ground stud G3');
    });

    it('prints the same as JSON', async () => {
      const { out } = await replay('radiator-fan', { ...toGround, groundDrop: { drop: '0.42' } }, '--json');
      const report = JSON.parse(out);
      expect(report.path).to.have.length(10);
      expect(report.conclusion).to.equal('Ground stud G3');
      expect(report.suspects[0]).to.deep.include({ name: 'Ground stud G3', cleared: false });
    });

    it('stops where the readings end, with 1', async () => {
      const { code, out } = await replay('radiator-fan', toGround);
      expect(code).to.equal(1);
      expect(out).to.include('Stopped: the readings have nothing for “drop” of step “groundDrop”');
    });

    it('stops at a reading in another quantity', async () => {
      const { code, out } = await replay('radiator-fan', { ...toGround, groundDrop: { drop: '3 Ω' } });
      expect(code).to.equal(1);
      expect(out).to.include('“Ω” is a resistance');
    });

    it('refuses readings that are not a table of texts', async () => {
      expect((await replay('radiator-fan', { look: { seen: 3 } })).error).to.include('look.seen');
      expect((await replay('radiator-fan', '{"look"')).code).to.equal(2);
    });
  });

  it('says how it is used', async () => {
    expect((await said('--help')).out)
      .to.include('check')
      .and.include('replay');
    expect((await said('fly')).code).to.equal(2);
  });

  describe('circuit', () => {
    const bus = fileURLToPath(new URL('../../../demo/circuits/loper-35.circuit.json', import.meta.url));

    it('says what it found, and how large the circuit is', async () => {
      const { code, out } = await said('circuit', bus);
      expect(code).to.equal(0);
      expect(out).to.match(
        /^warning {2}No fuse stands between the battery and Starter M10 \(M10mot\)\.\nLoper 35, the whole bus: \d+ parts/,
      );
    });

    for (const [what, args, shown] of [
      ['volts between places', ['--volts', 'battery +', 'battery −', '--while', 'ignition: off'], '12.7 V\n'],
      ['volts at a pin', ['--volts', 'C31.2', 'C31.1', '--while', 'ignition: on', 'engine: off'], '3.012 V\n'],
      ['ohms of a part', ['--ohms', 'sensor pin 2', 'sensor pin 1', '--while', 'C31: unplugged'], '2500 Ω\n'],
      ['amps of a part', ['--amps', 'M41mot', '--while', 'ignition: on', 'ramp: lifting'], '105.7 A\n'],
      ['a point that is not there', ['--volts', 'C99.1', 'G1'], 'The circuit does not have “C99.1”.\n'],
    ] as const)
      it(`measures ${what}`, async () => expect((await said('circuit', bus, ...args)).out).to.equal(shown));

    it('writes a netlist that names its nodes', async () => {
      const { code, out } = await said('circuit', bus, '--spice', '--while', 'ignition: on');
      expect(code).to.equal(0);
      expect(out)
        .to.match(/^\* Loper 35, the whole bus\n\* 0 is body\n/)
        .and.match(/\nVs\d+ b\d+ n\d+ 12\.[67]/);
    });

    for (const [what, args, message] of [
      ['a state that is not known', ['--while', 'moon: full'], 'does not know the state “moon: full”'],
      ['one point', ['--volts', 'C31.2'], 'Two points are needed for volts'],
    ] as const)
      it(`ends with 2 and a sentence: ${what}`, async () => {
        const { code, error } = await said('circuit', bus, ...args);
        expect(code).to.equal(2);
        expect(error).to.include(message);
      });

    it('ends with 1 when the circuit has errors, with 2 when it is none', async () => {
      const broken = JSON.parse(await readFile(bus, 'utf8'));
      broken.wires[0].to = 'G77';
      const { code, out } = await said('circuit', await write('broken.circuit.json', broken));
      expect(code).to.equal(1);
      expect(out).to.include('leads to G77, and there is no such pin, splice or stud.');
      const none = await said('circuit', await write('none.json', '{'));
      expect(none.code).to.equal(2);
      expect(none.error).to.include('This is no circuit');
    });
  });
});
