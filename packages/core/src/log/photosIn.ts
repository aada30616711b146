interface PhotoEntry {
  readonly kind: string;
}

/** An entry that shows pictures, in whatever field it has them. */
type Showing =
  | { readonly kind: 'photoAdded'; readonly photoId: string }
  | { readonly kind: 'repaired'; readonly repair: { readonly conditionPhotoIds?: readonly string[] | undefined } }
  | { readonly kind: 'sideFound'; readonly finding: { readonly photoIds: readonly string[] } };

const isShowing = (entry: PhotoEntry): entry is Showing =>
  entry.kind === 'photoAdded' || entry.kind === 'repaired' || entry.kind === 'sideFound';

/** The ids of the pictures that entries show: those must be on the server before the entries are. */
export const photosIn = (entries: readonly PhotoEntry[]): readonly string[] =>
  entries.flatMap((entry) => {
    if (!isShowing(entry)) return [];
    if (entry.kind === 'photoAdded') return [entry.photoId];
    return entry.kind === 'repaired' ? (entry.repair.conditionPhotoIds ?? []) : entry.finding.photoIds;
  });
