/** The entries of a trail on the plan of the radiator fan: its opening, then states that are confirmed, as many as are asked for. */
export const trailEvent = (trailId: string, index: number) =>
  index === 0
    ? {
        kind: 'opened',
        id: `${trailId}-0`,
        atMs: 0,
        by: 'Tobi Lunde',
        jobId: null,
        planId: 'radiator-fan',
        planVersion: 1,
        vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
        complaint: '',
      }
    : {
        kind: 'stateConfirmed',
        id: `${trailId}-${index}`,
        atMs: index,
        by: 'Tobi Lunde',
        stepId: 'look',
        state: [{ what: 'ignition', is: 'off' }],
      };
