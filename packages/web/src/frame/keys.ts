interface KeyInfo {
  /** The key, as `useHotkeys` or a key event names it; `undefined` where many keys do the same. */
  readonly key?: string;
  /** As the help sheet shows it. */
  readonly shown: string;
  readonly does: string;
}

/** What the keyboard does, and where: the help sheet shows it, and whoever listens takes the key from here. */
export const keys = {
  record: { key: 'Enter', shown: 'Enter', does: 'records the reading; press again to go on' },
  type: { shown: '0 to 9, letters', does: 'go into the reading, wherever you are on a step' },
  choose: { shown: '1 to 9', does: 'choose what you see' },
  close: { shown: 'Escape', does: 'closes what lies over the step' },
  palette: { key: 'mod+K', shown: 'Ctrl K', does: 'finds plans and trails' },
  undo: { key: 'mod+Z', shown: 'Ctrl Z', does: 'undo in the editor' },
  redo: { key: 'mod+shift+Z', shown: 'Ctrl Shift Z', does: 'redo in the editor' },
  arrows: {
    shown: 'arrow keys',
    does: 'move a cut of the ruler, go from step to step on the map, from cell to cell in the matrix',
  },
  addStep: { key: 'a', shown: 'A, 1 to 9', does: 'on the map: add a step after this one, on one of its outcomes' },
  putBlock: { key: 'b', shown: 'B', does: 'on the map: put in a block' },
  putExperiment: { key: 'e', shown: 'E', does: 'on the map: put in an experiment' },
  fold: { key: 'f', shown: 'F', does: 'on the map: fold what follows' },
  remove: { key: 'Delete', shown: 'Delete', does: 'on the map: delete; in the matrix: clear' },
  clipboard: { shown: 'Ctrl C, X, V', does: 'on the map: copy, cut, paste steps' },
  pointsTo: { key: 'p', shown: 'P', does: 'in the matrix: points to' },
  clears: { key: 'c', shown: 'C', does: 'in the matrix: clears' },
  expects: { key: 'e', shown: 'E', does: 'in the matrix: expects' },
  help: { key: '?', shown: '?', does: 'shows this' },
} as const satisfies Record<string, KeyInfo>;
