import type { PointAt } from '../document/circuit.js';

/** What can be wrong with a circuit. `of` is the name of a branch: a wire, a contact (`C31.2`), a stud, a component or a part of it (`K7/coil`). */
export type Fault =
  | { readonly kind: 'open'; readonly of: string }
  | { readonly kind: 'series'; readonly of: string; readonly ohms: number }
  /** It passes a small current as if nothing was wrong, and no larger one. */
  | { readonly kind: 'worn'; readonly of: string; readonly amps: number }
  | { readonly kind: 'toGround'; readonly at: PointAt; readonly ohms: number }
  | { readonly kind: 'toFeed'; readonly at: PointAt; readonly ohms: number }
  | { readonly kind: 'between'; readonly at: PointAt; readonly and: PointAt; readonly ohms: number }
  | { readonly kind: 'stuckClosed'; readonly of: string; readonly ohms: number }
  | { readonly kind: 'wrongFuse'; readonly of: string; readonly ratedAmps: number }
  /** Its resistance, or what a sensor gives, is so much of what it should be. */
  | { readonly kind: 'drift'; readonly of: string; readonly share: number }
  | { readonly kind: 'weak'; readonly of: string; readonly volts: number; readonly ohms: number }
  /** A unit that does not come on, whatever it is fed with. */
  | { readonly kind: 'dead'; readonly of: string };

export type FaultKind = Fault['kind'];

/** A name for a fault by which it can be kept; the same fault always has the same. */
export function faultId(fault: Fault): string {
  switch (fault.kind) {
    case 'toGround':
    case 'toFeed':
      return `${fault.kind} ${placeId(fault.at)} ${fault.ohms}`;
    case 'between':
      return `between ${placeId(fault.at)} ${placeId(fault.and)} ${fault.ohms}`;
    case 'series':
    case 'stuckClosed':
      return `${fault.kind} ${fault.of} ${fault.ohms}`;
    case 'worn':
      return `worn ${fault.of} ${fault.amps}`;
    case 'wrongFuse':
      return `wrongFuse ${fault.of} ${fault.ratedAmps}`;
    case 'drift':
      return `drift ${fault.of} ${fault.share}`;
    case 'weak':
      return `weak ${fault.of} ${fault.volts} ${fault.ohms}`;
    case 'open':
    case 'dead':
      return `${fault.kind} ${fault.of}`;
  }
}

const placeId = ({ point, side }: PointAt): string => (side === 'part' ? `${point}/part` : point);
