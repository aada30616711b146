import { Modal, Table } from '@mantine/core';

const shortcuts = [
  ['Enter', 'records the reading; once more goes on'],
  ['0 to 9, letters', 'go into the reading, wherever you are on a step'],
  ['1 to 9', 'choose what you see'],
  ['Escape', 'closes what lies over the step'],
  ['Ctrl K', 'finds plans and trails'],
  ['Ctrl Z, Ctrl Shift Z', 'undo and redo in the editor'],
  ['arrow keys', 'move a cut of the ruler, go from step to step on the map, from cell to cell in the matrix'],
  ['A, 1 to 9', 'on the map: add a step after this one, on one of its outcomes'],
  ['B, E', 'on the map: put in a block, an experiment'],
  ['F, Delete', 'on the map: fold what follows, delete'],
  ['Ctrl C, X, V', 'on the map: copy, cut, paste steps'],
  ['P, C, E', 'in the matrix: points to, clears, expects'],
  ['?', 'shows this'],
] as const;

/** What the keyboard can do. */
export default function Shortcuts({ onClose }: { readonly onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Keys">
      <Table>
        <Table.Tbody>
          {shortcuts.map(([keys, does]) => (
            <Table.Tr key={keys}>
              <Table.Td className="mono">{keys}</Table.Td>
              <Table.Td>{does}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Modal>
  );
}
