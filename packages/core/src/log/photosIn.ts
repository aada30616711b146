interface PhotoEntry {
  readonly kind: string;
}

/** An entry that shows pictures, in whatever field it has them. */
type Showing =
  | { readonly kind: 'photoAdded'; readonly photoId: string }
  | { readonly kind: 'repaired'; readonly repair: { readonly conditionPhotoIds?: readonly string[] | undefined } }
  | { readonly kind: 'sideFound'; readonly finding: { readonly photoIds: readonly string[] } }
  | { readonly kind: 'accountGiven'; readonly signature?: { readonly photoId: string } | null | undefined };

const showing: ReadonlySet<string> = new Set<Showing['kind']>(['photoAdded', 'repaired', 'sideFound', 'accountGiven']);
const isShowing = (entry: PhotoEntry): entry is Showing => showing.has(entry.kind);

/** The ids of the pictures that entries show: those must be on the server before the entries are. */
export const photosIn = (entries: readonly PhotoEntry[]): readonly string[] =>
  entries.flatMap((entry) => (isShowing(entry) ? photosOf(entry) : []));

function photosOf(entry: Showing): readonly string[] {
  switch (entry.kind) {
    case 'photoAdded':
      return [entry.photoId];
    case 'repaired':
      return entry.repair.conditionPhotoIds ?? [];
    case 'sideFound':
      return entry.finding.photoIds;
    case 'accountGiven':
      return entry.signature ? [entry.signature.photoId] : [];
  }
}
