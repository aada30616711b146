import type { Circuit, Component } from '../document/circuit.js';
import type { CircuitFinding } from './finding.js';

/** Values of components that do not go together. */
export function checkValues({ components }: Circuit): readonly CircuitFinding[] {
  return components.flatMap((component) => {
    const text = faultOf(component);
    return text === undefined ? [] : [{ severity: 'error' as const, at: component.id, text }];
  });
}

function faultOf(component: Component): string | undefined {
  const { id } = component;
  switch (component.kind) {
    case 'relay':
      if (component.dropOutVolts < component.pullInVolts) return undefined;
      return `Relay ${id} drops out at ${component.dropOutVolts} V; that must be less than the ${component.pullInVolts} V at which it pulls in.`;
    case 'unit':
      if (component.sleepsBelowVolts < component.wakesAtVolts) return undefined;
      return `Unit ${id} goes off below ${component.sleepsBelowVolts} V; that must be less than the ${component.wakesAtVolts} V at which it comes on.`;
    case 'lamp': {
      const hotOhms = component.ratedVolts ** 2 / component.ratedWatts;
      if (component.coldOhms < hotOhms) return undefined;
      return `Lamp ${id} has ${component.coldOhms} Ω cold; that must be less than the ${hotOhms.toPrecision(3)} Ω that it has hot.`;
    }
    case 'motor': {
      const runningOhms = component.runningVolts / component.runningAmps;
      if (component.ohms <= runningOhms) return undefined;
      return `Motor ${id} has ${component.ohms} Ω when it stands; it takes ${component.runningAmps} A while it runs, as if it had ${runningOhms.toPrecision(3)} Ω: a running motor takes less than a blocked one.`;
    }
    case 'thermistor': {
      const row = component.curve.findIndex(
        ({ celsius }, at) => celsius <= (component.curve[at - 1]?.celsius ?? -Infinity),
      );
      if (row < 0) return undefined;
      return `Row ${row + 1} of the curve of ${id} is at ${component.curve[row]?.celsius} °C; rows must go up.`;
    }
    default:
      return undefined;
  }
}
