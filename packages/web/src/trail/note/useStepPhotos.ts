import type { Step } from '@probe-trail/core/plan';
import type { Photo } from '@probe-trail/core/trail';
import { useState } from 'react';
import { scalePhoto } from '../../photo/scalePhoto';
import { keepPhoto } from '../../photo/waitingPhotos';
import type { OpenTrail } from '../log/useTrail';

/** Adds pictures to a step and marks them; without a network they wait on this device like any entry. */
export function useStepPhotos({ record }: OpenTrail, step: Step) {
  const [problem, setProblem] = useState<string | undefined>();
  const addOne = async (file: File): Promise<string | undefined> => {
    const picture = await scalePhoto(file);
    if (!picture) return `“${file.name}” is not a picture that can be read here. It was not added.`;
    const photoId = await keepPhoto(picture).catch(() => undefined);
    if (photoId === undefined) return 'This device has no room for another picture. It was not added.';
    record({ kind: 'photoAdded', stepId: step.id, photoId, caption: '', marks: [] });
    return undefined;
  };
  const add = async (files: readonly File[]) => {
    const refusals: string[] = [];
    for (const file of files) refusals.push(...[await addOne(file)].filter((message) => message !== undefined));
    setProblem(refusals.length > 0 ? refusals.join(' ') : undefined);
  };
  const mark = ({ stepId, photoId }: Photo, { caption, marks }: Pick<Photo, 'caption' | 'marks'>) =>
    record({ kind: 'photoAdded', stepId, photoId, caption, marks: [...marks] });
  return { add, mark, problem };
}
