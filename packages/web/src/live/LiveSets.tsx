import { ActionIcon, Button, Group, Menu, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import type { LiveBoardState } from './useBoard';

const longestName = 60;

/** Boards of a model that have a name: one press shows one, and what stands there is kept under a name. */
export function LiveSets({ board, isDisabled }: { readonly board: LiveBoardState; readonly isDisabled: boolean }) {
  const { sets, shown, show, keepAs, forget } = board;
  const [name, setName] = useState('');
  const [isOpen, setIsOpen] = useState(false);
  const keep = () => {
    keepAs(name.trim());
    setName('');
    setIsOpen(false);
  };
  return (
    <Menu opened={isOpen} onChange={setIsOpen} disabled={isDisabled} trapFocus={false} width={340}>
      <Menu.Target>
        <Button size="lg" variant="default" disabled={isDisabled}>
          Sets
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {sets.map((set) => (
          <Group key={set.name} gap={0} wrap="nowrap">
            <Menu.Item mih={52} fz="md" onClick={() => show(set)}>
              {set.name}
            </Menu.Item>
            <ActionIcon size={44} variant="subtle" aria-label={`Forget ${set.name}`} onClick={() => forget(set.name)}>
              <IconTrash size={20} />
            </ActionIcon>
          </Group>
        ))}
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== '' && shown.length > 0) keep();
          }}
        >
          <Group p="xs" gap="xs" align="end" wrap="nowrap">
            <TextInput
              flex={1}
              label="Keep this board as"
              placeholder="no power"
              maxLength={longestName}
              value={name}
              // A menu goes to its item of the letter that is typed.
              onKeyDown={(event) => event.stopPropagation()}
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <Button type="submit" disabled={name.trim() === '' || shown.length === 0}>
              Keep
            </Button>
          </Group>
        </form>
      </Menu.Dropdown>
    </Menu>
  );
}
