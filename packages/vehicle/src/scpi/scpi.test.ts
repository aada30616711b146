import { expect } from 'chai';
import {
  commandsIn,
  decodeBlock,
  decodeReals,
  encodeBlock,
  encodeReals,
  headerPattern,
  makeReplyReader,
  readError,
  readNumber,
} from './index.js';

const bytesOf = (text: string) => Uint8Array.from(Buffer.from(text, 'latin1'));
const textOf = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1');

describe('a header', () => {
  for (const [pattern, header, numbers] of [
    ['*IDN?', '*idn?', []],
    ['SYSTem:ERRor[:NEXT]?', 'SYST:ERR?', []],
    ['SYSTem:ERRor[:NEXT]?', ':system:error:next?', []],
    ['SYSTem:ERRor[:NEXT]?', 'SYSTE:ERR?', undefined],
    ['SYSTem:ERRor[:NEXT]?', 'SYST:ERR', undefined],
    ['CONFigure:VOLTage[:DC]', 'conf:volt', []],
    ['CONFigure:VOLTage[:DC]', 'CONF:VOLT:DC', []],
    ['CONFigure:VOLTage[:DC]', 'CONF:VOLT:AC', undefined],
    ['[SENSe:]VOLTage<n>[:DC]:RANGe[:UPPer]', 'VOLT3:RANG', [3]],
    ['[SENSe:]VOLTage<n>[:DC]:RANGe[:UPPer]', 'SENS:VOLTage:DC:RANGe:UPP', [1]],
    ['[SENSe:]VOLTage<n>[:DC]:RANGe[:UPPer]', 'VOLT12:RANG', [12]],
    ['[SENSe:]VOLTage<n>[:DC]:RANGe[:UPPer]', 'VOLTX:RANG', undefined],
  ] as const)
    it(`${pattern} ${numbers ? 'is' : 'is not'} ${header}`, () => {
      expect(headerPattern(pattern).match(header)).to.deep.equal(numbers);
    });
});

describe('a message', () => {
  for (const [message, commands] of [
    ['*RST', [['*RST']]],
    ['CONF:VOLT:DC 20,0.001', [['CONF:VOLT:DC', '20', '0.001']]],
    // The third goes on where the second stood; the common one between them changes nothing.
    ['VOLT:RANG 6;RES?;*OPC?;:READ?', [['VOLT:RANG', '6'], ['VOLT:RES?'], ['*OPC?'], ['READ?']]],
    ['DISP:TEXT "a;b,c"', [['DISP:TEXT', '"a;b,c"']]],
    ['ROUT:SCAN (@101,102);:INIT', [['ROUT:SCAN', '(@101,102)'], ['INIT']]],
    [' ; ', []],
  ] as const)
    it(`“${message}” is ${commands.length} commands`, () => {
      expect(commandsIn(message).map(({ header, parameters }) => [header, ...parameters])).to.deep.equal(commands);
    });
});

describe('a number that an instrument tells', () => {
  for (const [text, told] of [
    ['+1.2460E+01', { kind: 'number', value: 12.46 }],
    [' 12 ', { kind: 'number', value: 12 }],
    ['-.5e-3', { kind: 'number', value: -0.0005 }],
    ['+9.9E37', { kind: 'over', side: 'above' }],
    ['-9.90000000E+37', { kind: 'over', side: 'below' }],
    ['9.91E37', { kind: 'nothing' }],
  ] as const)
    it(`${text} is ${JSON.stringify(told)}`, () => {
      const read = readNumber(text);
      expect(read.ok && read.value).to.include(told);
    });
  for (const text of ['', 'V', '1.2.3', '12,4', '0x10', '1e', 'NaN', 'Infinity'])
    it(`“${text}” is none`, () => {
      expect(readNumber(text).ok).to.equal(false);
    });

  it('is the number that was sent, whichever it is', () => {
    for (let exponent = -30; exponent <= 30; exponent += 1) {
      const value = Number(`${Math.random() - 0.5}e${exponent}`);
      const read = readNumber(value.toExponential(9).toUpperCase());
      expect(read.ok && read.value.kind === 'number' && read.value.value).to.be.closeTo(value, Math.abs(value) * 1e-9);
    }
  });
});

describe('a fault that an instrument tells', () => {
  for (const [text, told] of [
    ['0,"No error"', { code: 0, text: 'No error' }],
    ['-113,"Undefined header"', { code: -113, text: 'Undefined header' }],
    ['-113, "Undefined header; ""FOO"""', { code: -113, text: 'Undefined header; "FOO"' }],
    ['12.4', undefined],
    ['12.4,"x"', undefined],
  ] as const)
    it(`${text}`, () => {
      expect(readError(text)).to.deep.equal(told);
    });
});

describe('a block', () => {
  it('has the numbers that were put into it, the highest byte first', () => {
    const values = Float32Array.from({ length: 999 }, (_, at) => Math.fround((at - 500) / 7));
    const block = encodeBlock(encodeReals(values));
    expect(textOf(block.subarray(0, 6))).to.equal('#43996');
    // What Node.js reads of the same bytes is another reading of IEEE 754.
    expect(Buffer.from(block).readFloatBE(6 + 4 * 17)).to.equal(values[17]);
    const decoded = decodeBlock(block);
    expect(decoded.ok && decodeReals(decoded.value)).to.deep.equal(values);
  });

  for (const [text, problem] of [
    ['#0abc', 'The block does not say how long it is.'],
    ['#3abcd', 'The length of the block is no number.'],
    ['#210abc', 'The block is cut off.'],
    ['#', 'The block is cut off.'],
  ] as const)
    it(`“${text}” cannot be read`, () => {
      const decoded = decodeBlock(bytesOf(text));
      expect(decoded.ok ? '' : decoded.problem).to.equal(problem);
    });

  it('of three bytes is no number', () => {
    expect(decodeReals(new Uint8Array(3))).to.equal(undefined);
  });
});

describe('replies over a connection', () => {
  it('are the same in whichever pieces they come', () => {
    const sent = ['12.4\r\n', '0,"No error"\n', '#212ab\ncd\nef\ngh\n\n', '\n', '#10\n', '-1\n'];
    const all = bytesOf(sent.join(''));
    const wanted = ['12.4', '0,"No error"', '#212ab\ncd\nef\ngh\n', '', '#10', '-1'];
    for (let round = 0; round < 400; round += 1) {
      const read = makeReplyReader();
      const got: string[] = [];
      for (let at = 0; at < all.length; ) {
        const length = 1 + Math.floor(Math.random() * (round % 2 === 0 ? 3 : all.length));
        const { replies, fault } = read(all.slice(at, at + length));
        expect(fault).to.equal(undefined);
        got.push(...replies.map(textOf));
        at += length;
      }
      expect(got).to.deep.equal(wanted);
    }
  });

  it('are read no further after a block without a length', () => {
    expect(makeReplyReader()(bytesOf('12\n#0abc\n'))).to.deep.equal({
      replies: [bytesOf('12')],
      fault: 'The block does not say how long it is.',
    });
  });
});
