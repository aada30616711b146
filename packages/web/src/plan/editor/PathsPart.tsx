import { Button, Group, Select, Stack } from '@mantine/core';
import type { CurrentPath } from '@probe-trail/core/plan';
import type { Draft } from 'immer';
import { useState } from 'react';
import { PathFields } from '../../currentPath/PathFields';
import { newPath } from '../../currentPath/pathDraft';
import { removeById, useDraft, useEdits } from '../draft/editorContext';

/** The current paths of the plan, one open at a time: along them a technician finds out where on the wire the fault lies. */
export function PathsPart() {
  const { edit, rework } = useEdits();
  const plan = useDraft((draft) => draft);
  const [openId, setOpenId] = useState<string | null>(plan.paths[0]?.id ?? null);
  const path = plan.paths.find(({ id }) => id === openId);
  const add = () => {
    const added = newPath();
    rework((draft) => ({ ...draft, paths: [...draft.paths, added] }));
    setOpenId(added.id);
  };
  const change = (id: string, recipe: (now: CurrentPath) => CurrentPath) =>
    edit(id, (draft) => {
      draft.paths = draft.paths.map((one) =>
        one.id === id ? recipe(one as CurrentPath) : one,
      ) as Draft<CurrentPath>[];
    });
  return (
    <Stack maw={900}>
      {plan.paths.length === 0 && (
        <p>
          No path yet. Write down the way of a current from the supply through its load to the ground, and the
          technician is told at which point to measure next.
        </p>
      )}
      <Group align="end">
        {plan.paths.length > 0 && (
          <Select
            label="Current path"
            w={340}
            data={plan.paths.map(({ id, name }) => ({ value: id, label: name || 'without a name' }))}
            value={openId}
            onChange={setOpenId}
          />
        )}
        <Button variant="default" onClick={add}>
          Add a current path
        </Button>
      </Group>
      {path && (
        <>
          <PathFields plan={plan} path={path} onPath={(recipe) => change(path.id, recipe)} />
          <Group>
            <Button
              variant="subtle"
              color="gray"
              onClick={() => edit(null, (draft) => removeById(draft.paths, path.id))}
            >
              Delete this path
            </Button>
          </Group>
        </>
      )}
    </Stack>
  );
}
