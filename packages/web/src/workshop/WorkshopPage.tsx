import { Button, Group, SegmentedControl, Stack } from '@mantine/core';
import { type PaperSize, paperSizes, type Workshop, workshopSchema } from '@probe-trail/core/workshop';
import { useState } from 'react';
import { sayFailure } from '../api/api';
import { Wait } from '../api/Wait';
import { FormProblem } from '../fields/FormProblem';
import { optionsOf } from '../fields/optionsOf';
import { TextBlock, TextLine } from '../fields/TextField';
import { useShortForm } from '../fields/useShortForm';
import { Page } from '../frame/Page';
import { PhotoField } from '../photo/PhotoField';
import { sendPhotos } from '../photo/sendPhotos';
import { Notice } from '../spec/Notice';
import { useAppDispatch } from '../state/appState';
import { useKeepWorkshopMutation, useWorkshopQuery } from './workshopApi';

/** The workshop as its papers name it: letterhead, logo, size of paper. */
export function WorkshopPage() {
  const { data, error, refetch } = useWorkshopQuery(undefined, { refetchOnMountOrArgChange: true });
  return (
    <Page title="Workshop">
      <Wait for={data} error={error} retry={refetch}>
        {(workshop) => <WorkshopForm workshop={workshop} />}
      </Wait>
    </Page>
  );
}

function WorkshopForm({ workshop }: { readonly workshop: Workshop }) {
  const { keep, problem, isKept, isBusy } = useKeep();
  const form = useShortForm({ schema: workshopSchema, initial: workshop, send: keep });
  const { logoId, paper } = form.values;
  return (
    <form onSubmit={form.onSubmit}>
      <Stack maw={620}>
        <p className="soft">It stands on the papers that go to customers. What is left empty stands on none.</p>
        <TextLine label="Name of the workshop" {...form.text('name')} onText={(name) => form.set({ name })} />
        <TextBlock label="Address" minRows={2} {...form.text('address')} onText={(address) => form.set({ address })} />
        <Group grow>
          <TextLine label="Phone" {...form.text('phone')} onText={(phone) => form.set({ phone })} />
          <TextLine label="E-mail" {...form.text('email')} onText={(email) => form.set({ email })} />
        </Group>
        <div>
          <b>Logo</b>
          <PhotoField
            label="Logo"
            photoIds={logoId === null ? [] : [logoId]}
            most={1}
            onAdd={(photoId) => form.set({ logoId: photoId })}
            onRemoveLast={() => form.set({ logoId: null })}
          />
        </div>
        <SegmentedControl
          aria-label="Size of paper"
          size="md"
          data={optionsOf(paperSizes)}
          value={paper}
          onChange={(size) => form.set({ paper: size as PaperSize })}
        />
        <FormProblem form={form} />
        {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
        {isKept && <Notice kind="inSpec" title="It is saved." />}
        <Group>
          <Button type="submit" loading={isBusy} disabled={!form.isReady}>
            Save
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

/** The logo must be on the server before the workshop names it. */
function useKeep() {
  const dispatch = useAppDispatch();
  const [put, { isLoading }] = useKeepWorkshopMutation();
  const [problem, setProblem] = useState<string | undefined>();
  const [isKept, setIsKept] = useState(false);
  const keep = async (workshop: Workshop) => {
    const unsent = await dispatch(sendPhotos(workshop.logoId === null ? [] : [workshop.logoId]));
    const error = unsent ?? (await put(workshop)).error;
    setProblem(error ? sayFailure(error) : undefined);
    setIsKept(!error);
  };
  return { keep, problem, isKept, isBusy: isLoading };
}
