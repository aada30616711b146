import { Tabs } from '@mantine/core';
import { useSearchParams } from 'react-router';
import { Page } from '../../frame/Page';
import { BlocksPart } from './BlocksPart';
import { CardsPart } from './CardsPart';
import { CircuitsPart } from './CircuitsPart';
import { PinsPart } from './PinsPart';

const parts = {
  cards: ['Part cards', CardsPart],
  blocks: ['Step blocks', BlocksPart],
  pins: ['Pins', PinsPart],
  circuits: ['Circuits', CircuitsPart],
} as const;

/** What several plans share: part cards, blocks of steps, and where plans measure at a pin. */
export function LibraryPage() {
  const [search, setSearch] = useSearchParams();
  const part = search.get('part') ?? 'cards';
  return (
    <Page title="Library">
      <Tabs value={part} onChange={(next) => setSearch({ part: next ?? 'cards' })} keepMounted={false}>
        <Tabs.List mb="md">
          {Object.entries(parts).map(([value, [name]]) => (
            <Tabs.Tab key={value} value={value} mih={44} fz="md">
              {name}
            </Tabs.Tab>
          ))}
        </Tabs.List>
        {Object.entries(parts).map(([value, [, Part]]) => (
          <Tabs.Panel key={value} value={value}>
            <Part />
          </Tabs.Panel>
        ))}
      </Tabs>
    </Page>
  );
}
