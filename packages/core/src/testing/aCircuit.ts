import type { Circuit, Component } from '../circuit/index.js';

type Loose = Partial<Pick<Circuit, 'connectors' | 'splices' | 'studs' | 'states' | 'places' | 'wires'>>;

/** A battery of 12 V without a resistance worth mentioning, between `BAT.plus` and the body, and what else is given. */
export const aCircuit = (components: readonly Component[], more: Loose = {}): Circuit => ({
  format: 'probe-trail-circuit',
  formatVersion: 1,
  id: 'test',
  name: 'A circuit',
  lines: [],
  components: [
    {
      kind: 'battery',
      id: 'BAT',
      name: 'Battery',
      at: { plus: 'BAT.plus', minus: 'body' },
      withinPercent: 0,
      volts: 12,
      ohms: 1e-9,
    },
    ...components,
  ],
  connectors: [],
  splices: [],
  studs: [],
  wires: [],
  states: [],
  places: [],
  ...more,
});

/** What every component has. */
export const own = (id: string) => ({ id, name: id, withinPercent: 0 });

export const aResistor = (id: string, a: string, b: string, ohms: number): Component => ({
  ...own(id),
  kind: 'resistor',
  at: { a, b },
  ohms,
});

export const aWire = (id: string, from: string, to: string, mm2 = 1, metres = 1): Circuit['wires'][number] => ({
  ...{ id, from, to, mm2, metres },
  ...{ colour: 'brown', tracer: '', twistedWith: null },
});

export const aSplice = (id: string): Circuit['splices'][number] => ({ id, name: id });
