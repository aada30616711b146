import '@mantine/spotlight/styles.css';
import { createSpotlight, Spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { usePlansQuery } from '../plan/planApi';
import { useTrailsQuery } from '../trail/trailApi';

const [store, palette] = createSpotlight();

/** Finds plans and trails by any of their words and goes there. */
export default function Palette({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const { data: plans = [] } = usePlansQuery();
  const { data: trails = [] } = useTrailsQuery();
  useEffect(() => palette.open(), []);
  const go = (path: string) => () => void navigate(path);
  const actions: SpotlightActionData[] = [
    ...trails.map(({ trailId, fleetNumber, planTitle, atStep, concludedWith }) => ({
      id: trailId,
      label: `${fleetNumber}: ${planTitle}`,
      description: concludedWith ?? atStep ?? 'at its conclusion',
      onClick: go(concludedWith === null ? `/trails/${trailId}` : `/trails/${trailId}/record`),
    })),
    ...plans.map(({ planId, title, lines }) => ({
      id: `plan ${planId}`,
      label: title,
      description: `plan for ${lines.join(', ')}`,
      onClick: go(`/plans/${planId}`),
    })),
    { id: 'who', label: 'Who are you?', description: 'somebody else works at this device', onClick: go('/who') },
  ];
  return (
    <Spotlight
      store={store}
      actions={actions}
      shortcut={null}
      onSpotlightClose={onClose}
      nothingFound="Nothing bears these words. Try a fleet number or a word of a plan’s title."
      searchProps={{ placeholder: 'Find a plan or a trail', 'aria-label': 'Find a plan or a trail' }}
      highlightQuery
      scrollable
      maxHeight={420}
    />
  );
}
