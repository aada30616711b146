import { Button, FileButton, Group, Image } from '@mantine/core';
import { picturesOfText, pictureText } from '@probe-trail/core/plan';
import { IconPhoto } from '@tabler/icons-react';
import { type RefObject, useState } from 'react';
import { sayFailure } from '../../api/api';
import { photoUrl, useAddPhotoMutation } from '../../photo/photoApi';
import { scalePhoto } from '../../photo/scalePhoto';
import { Notice } from '../../spec/Notice';
import { isOnlyPicture } from './onlyPicture';

/**
 * Pictures in a field of Markdown: chosen, pasted or dropped; each is put in where the caret stands once the server has it.
 * @returns what takes those that are brought, and the row under the field that shows them and adds more
 */
export function usePictures(
  field: RefObject<HTMLTextAreaElement | null>,
  { text, write }: { readonly text: string; readonly write: (text: string) => void },
) {
  const [addPhoto, { isLoading }] = useAddPhotoMutation();
  const [problem, setProblem] = useState<string | undefined>();
  const addOne = async (file: File): Promise<string | undefined> => {
    const picture = await scalePhoto(file);
    if (!picture) return `“${file.name}” is not a picture that can be read here. It was not added.`;
    const added = await addPhoto(picture);
    if (!added.data) return sayFailure(added.error);
    const { value = '', selectionStart = 0 } = field.current ?? {};
    const put = pictureText(added.data.photoId, captionOf(file));
    write(`${value.slice(0, selectionStart)}${put}${value.slice(selectionStart)}`);
    return undefined;
  };
  const add = async (files: readonly File[]) => {
    setProblem(undefined);
    for (const file of files) setProblem(await addOne(file));
  };
  const take = (event: { readonly preventDefault: () => void }, brought: DataTransfer) => {
    if (!isOnlyPicture(brought)) return;
    event.preventDefault();
    void add([...brought.files]);
  };
  const shown = picturesOfText(text);
  const row = (
    <>
      {shown.length > 0 && (
        <Group gap="xs" mt={8}>
          {shown.map(({ photoId, caption }, nth) => (
            <Image key={`${photoId} ${nth}`} src={photoUrl(photoId)} alt={caption} h={88} w="auto" radius="sm" />
          ))}
        </Group>
      )}
      <FileButton accept="image/*" multiple onChange={(files) => void add(files)}>
        {(props) => (
          <Button
            variant="subtle"
            color="gray"
            px={0}
            loading={isLoading}
            leftSection={<IconPhoto size={18} />}
            {...props}
          >
            Add a picture
          </Button>
        )}
      </FileButton>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
    </>
  );
  return { take, row };
}

/** The name of the file; pictures from the clipboard are all called the same. */
const captionOf = ({ name }: File): string => {
  const stem = name.replace(/\.\w+$/, '');
  return stem === 'image' ? 'picture' : stem;
};
