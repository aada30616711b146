import type { ActingLaw, Branch } from '../network/network.js';

/** A network with what was judged, as other solvers read it. */
export interface SpiceNetwork {
  readonly title: string;
  readonly branches: readonly Branch[];
  readonly laws: readonly ActingLaw[];
  /** For each node whether it is tied to the reference. */
  readonly ties: Uint8Array;
}

/** The number of a node; the reference is 0 there too. */
const node = (at: number): string => (at === 0 ? '0' : `n${at}`);
const number = (value: number): string => value.toPrecision(17);

/**
 * The lines of a SPICE netlist, without its control lines. Each branch has an ammeter `V<number>` at its first node, whose current is that of
 * the branch.
 */
export function spiceNetlist({ title, branches, laws, ties }: SpiceNetwork): readonly string[] {
  const parts = branches.flatMap(({ from, to }, at) => {
    const law = laws[at];
    return law && law.kind !== 'open' ? partsOf(law, at, node(from), node(to)) : [];
  });
  const held = [...ties].flatMap((isTied, at) => (isTied && at !== 0 ? [`Vtie${at} ${node(at)} 0 0`] : []));
  return [`* ${title.replaceAll('\n', ' ')}`, ...parts, ...held];
}

/** A resistance of 0 is no part that every solver takes: it is left out, and the ammeter stays. */
function inSeries(at: number, from: string, to: string, ohms: number): readonly string[] {
  return ohms === 0 ? [`V${at} ${from} ${to} 0`] : [`V${at} ${from} a${at} 0`, `R${at} a${at} ${to} ${number(ohms)}`];
}

function partsOf(law: Exclude<ActingLaw, { kind: 'open' }>, at: number, from: string, to: string): readonly string[] {
  switch (law.kind) {
    case 'linear':
      if (law.volts === 0) return inSeries(at, from, to, law.ohms);
      return [...inSeries(at, from, `b${at}`, law.ohms), `Vs${at} b${at} ${to} ${number(law.volts)}`];
    case 'ratio': {
      const [top, bottom] = law.of.map(node);
      return [...inSeries(at, from, `b${at}`, law.ohms), `E${at} b${at} ${to} ${top} ${bottom} ${number(law.share)}`];
    }
    case 'current':
      return [`V${at} ${from} a${at} 0`, `I${at} a${at} ${to} ${number(law.amps)}`];
    case 'diode':
      return [
        `V${at} ${from} a${at} 0`,
        `D${at} a${at} ${to} junction${at}`,
        `.model junction${at} D(IS=${number(law.saturationAmps)} N=${number(law.emission)} RS=${number(law.ohms)} TNOM=${number(law.celsius)})`,
      ];
    case 'lamp': {
      const cold4 = law.coldOhms ** 4;
      const perWatt = (law.hotOhms ** 4 - cold4) / law.watts;
      const across = `V(a${at},${to})`;
      return [
        `V${at} ${from} a${at} 0`,
        // Its resistance is the voltage of a node of its own.
        `Br${at} r${at} 0 V=(${number(cold4)}+${number(perWatt)}*${across}*${across}/max(V(r${at}),${number(law.coldOhms)}))^0.25`,
        `Bi${at} a${at} ${to} I=${across}/max(V(r${at}),${number(law.coldOhms)})`,
      ];
    }
  }
}
