import { Select, TextInput } from '@mantine/core';
import { IconSearch } from '@tabler/icons-react';
import { useSearchParams } from 'react-router';
import { optionsOf } from '../../fields/optionsOf';
import classes from './PlanLines.module.css';
import { authorOf, type PlanWish, type PlanWithFound, planOrders, planStates } from './shownPlans';

const anyPlan: PlanWish = { words: '', model: '', author: '', state: '', order: 'title' };

/** A word of a table, or what stands for none of them. */
const wordOf = <Word extends string, None extends string>(
  table: Readonly<Record<Word, string>>,
  text: string | null,
  none: None,
): Word | None => (Object.keys(table) as Word[]).find((word) => word === text) ?? none;

/** Which plans are wished for, as it stands in the address: it outlives a look at one of them. */
export function usePlanWish(): readonly [PlanWish, (part: Partial<PlanWish>) => void] {
  const [search, setSearch] = useSearchParams();
  const wish: PlanWish = {
    words: search.get('words') ?? '',
    model: search.get('model') ?? '',
    author: search.get('author') ?? '',
    state: wordOf(planStates, search.get('state'), ''),
    order: wordOf(planOrders, search.get('order'), 'title'),
  };
  const set = (part: Partial<PlanWish>) =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        for (const [name, value] of Object.entries(part)) {
          if (value === anyPlan[name as keyof PlanWish]) next.delete(name);
          else next.set(name, value);
        }
        return next;
      },
      { replace: true },
    );
  return [wish, set];
}

interface FiltersProps {
  readonly plans: readonly PlanWithFound[];
  readonly wish: PlanWish;
  readonly onWish: (part: Partial<PlanWish>) => void;
}

/** What narrows the list of plans, and orders it. */
export function PlanFilters({ plans, wish, onWish }: FiltersProps) {
  const sorted = (all: readonly string[]) => [...new Set(all)].filter((one) => one !== '').sort();
  return (
    <search className={classes.filters} aria-label="Plans">
      <TextInput
        label="Find"
        placeholder="word, code or what it found"
        leftSection={<IconSearch size={18} />}
        value={wish.words}
        onChange={(event) => onWish({ words: event.currentTarget.value })}
      />
      <Select
        label="Model"
        placeholder="any"
        clearable
        data={sorted(plans.flatMap(({ lines }) => lines))}
        value={wish.model || null}
        onChange={(model) => onWish({ model: model ?? '' })}
      />
      <Select
        label="State"
        placeholder="any"
        clearable
        data={optionsOf(planStates)}
        value={wish.state || null}
        onChange={(state) => onWish({ state: wordOf(planStates, state, '') })}
      />
      <Select
        label="Author"
        placeholder="any"
        clearable
        data={sorted(plans.map(authorOf))}
        value={wish.author || null}
        onChange={(author) => onWish({ author: author ?? '' })}
      />
      <Select
        label="Order"
        data={optionsOf(planOrders)}
        value={wish.order}
        onChange={(order) => onWish({ order: wordOf(planOrders, order, 'title') })}
      />
    </search>
  );
}
