import { once } from 'node:events';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { isUntested } from '@probe-trail/core/codes';
import { expect } from 'chai';
import { openLink } from './client/index.js';
import { run } from './run.js';

const demo = (name: string) => fileURLToPath(new URL(`../../../demo/${name}`, import.meta.url));
const rig = demo('rigs/fg-07.rig.json');
const line = demo('lines/loper-35.line.json');

describe('probe-trail-vehicle', () => {
  let folder: string;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-vehicle-'));
  });
  after(() => rm(folder, { recursive: true }));

  const start = (...args: string[]) => {
    const [input, out, error] = [new PassThrough(), new PassThrough(), new PassThrough()];
    return { input, out, error, ended: run(args, input, out, error) };
  };
  const said = async (stream: PassThrough): Promise<string> => String((await once(stream, 'data'))[0]);

  it('is there until its input ends, and is told what happens to it', async () => {
    const { input, out, ended } = start(rig, '--line', line, '--port', '0');
    const port = Number(/is there at 127\.0\.0\.1:(\d+)\n$/.exec(await said(out))?.[1]);
    const link = openLink({
      endpoint: { host: '127.0.0.1', port },
      tester: 0x0e80,
      busOf: () => '',
      lengthsOf: () => ({ ofIdentifier: () => undefined, ofExtended: () => undefined }),
    });
    const codes = async () => {
      const reply = await link.ask(0x1010, { kind: 'codes', mask: 0xff });
      return reply.kind === 'answered'
        ? reply.response.codes.map(({ code, status }) => (isUntested(status) ? `${code} not tested` : code))
        : reply;
    };
    expect(await codes()).to.deep.equal(['P0480', 'P0217']);
    await link.ask(0x1010, { kind: 'clearCodes', group: 0xff_ff_ff });
    expect(await codes()).to.deep.equal(['P0480', 'P0217 not tested']);
    input.write('{"kind":"driven"}\n');
    expect(await said(out)).to.equal('done\n');
    expect(await codes()).to.deep.equal(['P0480', 'P0217']);
    input.write('{"kind":"repaired","causes":["Fan relay K7"]}\n');
    expect(await said(out)).to.equal('done\n');
    expect(await codes()).to.deep.equal([]);
    await link.close();
    input.end();
    expect(await ended).to.equal(0);
  });

  it('says what it does not understand, and goes on', async () => {
    const { input, out, ended } = start(rig, '--line', line, '--port', '0');
    await said(out);
    for (const [typed, answer] of [
      ['drive', 'This is no JSON; {"kind":"driven"} would be.\n'],
      ['{"kind":"flies"}', 'flies'],
    ]) {
      input.write(`${typed}\n`);
      expect(await said(out)).to.include(answer);
    }
    input.end();
    expect(await ended).to.equal(0);
  });

  it('ends with 2 and a sentence where a file or an option makes no sense', async () => {
    const broken = join(folder, 'broken.json');
    await writeFile(broken, '{"fleetNumber":');
    const wrong = join(folder, 'wrong.json');
    await writeFile(wrong, '{"fleetNumber":7}');
    const failures: readonly (readonly [readonly string[], string])[] = [
      [[rig], '--line'],
      [[join(folder, 'none.json'), '--line', line], 'cannot be read'],
      [[broken, '--line', line], 'broken.json cannot be read'],
      [[wrong, '--line', line], 'wrong.json: '],
      [[rig, '--line', line, '--port', '99999'], '--port is “99999”'],
      [[rig, '--line', line, '--vin', 'FG-07'], '--vin is “FG-07”'],
      [[rig, '--line', line, '--port', '0', '--host', '203.0.113.7'], 'The stand-in cannot be there'],
    ];
    for (const [args, sentence] of failures) {
      const { error, ended } = start(...args);
      error.resume();
      const text = said(error);
      expect(await ended, args.join(' ')).to.equal(2);
      expect(await text).to.include(sentence);
    }
  });
});
