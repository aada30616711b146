import { Modal, Table } from '@mantine/core';
import { keys } from '../frame/keys';

/** What the keyboard can do. */
export default function Shortcuts({ onClose }: { readonly onClose: () => void }) {
  return (
    <Modal opened onClose={onClose} title="Keys">
      <Table>
        <Table.Tbody>
          {Object.entries(keys).map(([name, { shown, does }]) => (
            <Table.Tr key={name}>
              <Table.Td className="mono">{shown}</Table.Td>
              <Table.Td>{does}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Modal>
  );
}
