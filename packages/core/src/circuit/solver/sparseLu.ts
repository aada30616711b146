/** Where the entries of a square matrix are. Entries at the same place are added. */
export interface SparsePattern {
  readonly size: number;
  readonly rows: Int32Array;
  readonly columns: Int32Array;
}

/**
 * In which order the unknowns of a pattern are eliminated, and where new entries come up by that. It holds for all values that are like the
 * ones for which it was made.
 */
export interface Elimination {
  readonly pattern: SparsePattern;
  /** For each step of the elimination its row and its column in the matrix. */
  readonly pivotRows: Int32Array;
  readonly pivotColumns: Int32Array;
  /** For each step the entries of the pattern in its row: where they begin, which they are, and at which step their column is. */
  readonly entryStart: Int32Array;
  readonly entries: Int32Array;
  readonly entrySteps: Int32Array;
  /** For each step the earlier steps that its row needs, in their order. */
  readonly lowerStart: Int32Array;
  readonly lower: Int32Array;
  /** For each step the later steps at which its row has an entry. */
  readonly upperStart: Int32Array;
  readonly upper: Int32Array;
  readonly lowerByColumn: ByColumn;
  readonly upperByColumn: ByColumn;
}

/** The same entries by their columns: for each step where they begin, in which rows they are, and which of the values they have. */
interface ByColumn {
  readonly start: Int32Array;
  readonly rows: Int32Array;
  readonly entries: Int32Array;
}

/** A matrix as the product of a lower and an upper one. */
export interface Factors {
  readonly elimination: Elimination;
  readonly lowerValues: Float64Array;
  readonly upperValues: Float64Array;
  readonly pivots: Float64Array;
}

// A pivot may be so much smaller than the greatest of its row when it is chosen, and when it is used again for other values.
const [chosenShare, usedShare] = [0.1, 1e-3];
// Of rows and columns with equally few entries so many are looked at.
const mostLookedAt = 4;

interface Choice {
  readonly row: number;
  readonly column: number;
}

/**
 * The order in which little fills up and no small pivot is used: of the entries that are not small within their row the one whose row and
 * column have the fewest others. Source: H. M. Markowitz, The elimination form of the inverse (1957), with threshold pivoting.
 * @returns `undefined` where the matrix is singular
 */
export function orderOf(pattern: SparsePattern, values: Float64Array): Elimination | undefined {
  const active = new ActiveMatrix(pattern, values);
  const { size } = pattern;
  const pivotRows = new Int32Array(size);
  const pivotColumns = new Int32Array(size);
  const upper: (readonly number[])[] = [];
  const lower = emptyLists(size);
  for (let step = 0; step < size; step += 1) {
    const choice = active.choose();
    if (!choice) return undefined;
    pivotRows[step] = choice.row;
    pivotColumns[step] = choice.column;
    upper.push(active.eliminate(choice, (row) => lower[row]?.push(step)));
  }
  return eliminationOf(pattern, pivotRows, pivotColumns, lower, upper);
}

/** What is still to be eliminated. A row or column has few entries: they lie in small lists (benchmark “a circuit of 200 nodes, cold”). */
class ActiveMatrix {
  readonly #columnsOfRow: number[][];
  readonly #valuesOfRow: number[][];
  readonly #rowsOfColumn: number[][];
  readonly #rows: LinesByLength;
  readonly #columns: LinesByLength;

  constructor({ size, rows, columns }: SparsePattern, values: Float64Array) {
    this.#columnsOfRow = emptyLists(size);
    this.#valuesOfRow = emptyLists(size);
    this.#rowsOfColumn = emptyLists(size);
    for (let at = 0; at < rows.length; at += 1) this.#add(rows[at] ?? 0, columns[at] ?? 0, values[at] ?? 0);
    this.#rows = new LinesByLength(this.#columnsOfRow);
    this.#columns = new LinesByLength(this.#rowsOfColumn);
  }

  /** Adds to an entry. @returns whether it is a new one */
  #add(row: number, column: number, value: number): boolean {
    const columns = this.#columnsOfRow[row] ?? [];
    const values = this.#valuesOfRow[row] ?? [];
    const place = columns.indexOf(column);
    if (place >= 0) {
      values[place] = (values[place] ?? 0) + value;
      return false;
    }
    columns.push(column);
    values.push(value);
    this.#rowsOfColumn[column]?.push(row);
    return true;
  }

  choose(): Choice | undefined {
    const best: Best = { row: -1, column: -1, cost: Number.POSITIVE_INFINITY };
    for (let length = 1; length <= this.#rows.longest; length += 1) {
      if (best.cost <= (length - 1) ** 2) break;
      this.#offerColumns(length, best);
      if (best.cost <= length * (length - 1)) break;
      this.#offerRows(length, best);
    }
    return best.row >= 0 ? best : this.#chooseAmongAll();
  }

  #offerColumns(length: number, best: Best): void {
    let column = this.#columns.first(length);
    for (let count = 0; column >= 0 && count < mostLookedAt; count += 1) {
      for (const row of this.#rowsOfColumn[column] ?? []) this.#offer(row, column, best);
      column = this.#columns.after(column);
    }
  }

  #offerRows(length: number, best: Best): void {
    let row = this.#rows.first(length);
    for (let count = 0; row >= 0 && count < mostLookedAt; count += 1) {
      for (const column of this.#columnsOfRow[row] ?? []) this.#offer(row, column, best);
      row = this.#rows.after(row);
    }
  }

  #offer(row: number, column: number, best: Best): void {
    const cost = ((this.#columnsOfRow[row]?.length ?? 0) - 1) * ((this.#rowsOfColumn[column]?.length ?? 0) - 1);
    if (cost >= best.cost || !this.#isLarge(row, column)) return;
    best.row = row;
    best.column = column;
    best.cost = cost;
  }

  /** Where none of the few that were looked at is large enough, all are. */
  #chooseAmongAll(): Choice | undefined {
    for (let length = 1; length <= this.#rows.longest; length += 1)
      for (let row = this.#rows.first(length); row >= 0; row = this.#rows.after(row))
        for (const column of this.#columnsOfRow[row] ?? []) if (this.#isLarge(row, column)) return { row, column };
    return undefined;
  }

  #isLarge(row: number, column: number): boolean {
    const values = this.#valuesOfRow[row] ?? [];
    const size = Math.abs(values[this.#columnsOfRow[row]?.indexOf(column) ?? -1] ?? 0);
    if (size === 0) return false;
    for (let at = 0; at < values.length; at += 1) if (Math.abs(values[at] ?? 0) * chosenShare > size) return false;
    return true;
  }

  /** Takes the pivot's row and column away. @returns the other columns of its row */
  eliminate({ row, column }: Choice, isNeededBy: (row: number) => void): readonly number[] {
    const columns = this.#columnsOfRow[row] ?? [];
    const values = this.#valuesOfRow[row] ?? [];
    const pivot = values[columns.indexOf(column)] ?? 1;
    this.#rows.take(row);
    for (const other of columns) {
      remove(this.#rowsOfColumn[other] ?? [], row);
      this.#columns.put(other, this.#rowsOfColumn[other]?.length ?? 0);
    }
    this.#columns.take(column);
    const others = takeOut(columns, values, column);
    for (const other of this.#rowsOfColumn[column] ?? []) {
      isNeededBy(other);
      this.#subtract(other, column, others, pivot);
    }
    return others.columns;
  }

  #subtract(row: number, column: number, pivotRow: Entries, pivot: number): void {
    const columns = this.#columnsOfRow[row] ?? [];
    const values = this.#valuesOfRow[row] ?? [];
    const place = columns.indexOf(column);
    const share = (values[place] ?? 0) / pivot;
    removeAt(columns, place);
    removeAt(values, place);
    for (let at = 0; at < pivotRow.columns.length; at += 1) {
      const other = pivotRow.columns[at] ?? 0;
      const isNew = this.#add(row, other, -share * (pivotRow.values[at] ?? 0));
      if (isNew) this.#columns.put(other, this.#rowsOfColumn[other]?.length ?? 0);
    }
    this.#rows.put(row, columns.length);
  }
}

interface Best {
  row: number;
  column: number;
  cost: number;
}

interface Entries {
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

const emptyLists = (count: number): number[][] => Array.from({ length: count }, () => []);

function takeOut(columns: number[], values: number[], column: number): Entries {
  const place = columns.indexOf(column);
  removeAt(columns, place);
  removeAt(values, place);
  return { columns, values };
}

const remove = (list: number[], item: number): void => removeAt(list, list.indexOf(item));

/** Their order does not matter. */
function removeAt(list: number[], place: number): void {
  const last = list.pop();
  if (last !== undefined && place < list.length) list[place] = last;
}

/** Rows or columns by how many entries they have, as linked lists. */
class LinesByLength {
  readonly #first: Int32Array;
  readonly #next: Int32Array;
  readonly #before: Int32Array;
  readonly #length: Int32Array;
  /** No line can have more entries. */
  readonly longest: number;

  constructor(lines: readonly (readonly number[])[]) {
    this.longest = lines.length;
    this.#first = new Int32Array(lines.length + 1).fill(-1);
    this.#next = new Int32Array(lines.length).fill(-1);
    this.#before = new Int32Array(lines.length).fill(-1);
    this.#length = new Int32Array(lines.length).fill(-1);
    for (let line = 0; line < lines.length; line += 1) this.put(line, lines[line]?.length ?? 0);
  }

  /** @returns −1: there is none */
  first(length: number): number {
    return this.#first[length] ?? -1;
  }

  after(line: number): number {
    return this.#next[line] ?? -1;
  }

  put(line: number, length: number): void {
    if (this.#length[line] === length) return;
    this.take(line);
    const first = this.#first[length] ?? -1;
    this.#next[line] = first;
    if (first >= 0) this.#before[first] = line;
    this.#first[length] = line;
    this.#length[line] = length;
  }

  take(line: number): void {
    const length = this.#length[line] ?? -1;
    if (length < 0) return;
    const [before, next] = [this.#before[line] ?? -1, this.#next[line] ?? -1];
    if (before >= 0) this.#next[before] = next;
    else this.#first[length] = next;
    if (next >= 0) this.#before[next] = before;
    this.#before[line] = -1;
    this.#next[line] = -1;
    this.#length[line] = -1;
  }
}

function eliminationOf(
  pattern: SparsePattern,
  pivotRows: Int32Array,
  pivotColumns: Int32Array,
  lowerOfRow: readonly (readonly number[])[],
  upperOfStep: readonly (readonly number[])[],
): Elimination {
  const { size, rows, columns } = pattern;
  const stepOfRow = inverse(pivotRows);
  const stepOfColumn = inverse(pivotColumns);
  const entriesOfStep: number[][] = Array.from({ length: size }, () => []);
  for (let at = 0; at < rows.length; at += 1) entriesOfStep[stepOfRow[rows[at] ?? 0] ?? 0]?.push(at);
  const [entryStart, entries] = flat(entriesOfStep);
  const [lowerStart, lower] = flat(Array.from(pivotRows, (row) => lowerOfRow[row] ?? []));
  const [upperStart, upper] = flat(upperOfStep.map((steps) => steps.map((column) => stepOfColumn[column] ?? 0)));
  const entrySteps = entries.map((entry) => stepOfColumn[columns[entry] ?? 0] ?? 0);
  const lowerByColumn = byColumn(size, lowerStart, lower);
  const upperByColumn = byColumn(size, upperStart, upper);
  return {
    ...{ pattern, pivotRows, pivotColumns, entryStart, entries, entrySteps },
    ...{ lowerStart, lower, upperStart, upper, lowerByColumn, upperByColumn },
  };
}

function byColumn(size: number, rowStart: Int32Array, columns: Int32Array): ByColumn {
  const start = new Int32Array(size + 1);
  for (const column of columns) start[column + 1] = (start[column + 1] ?? 0) + 1;
  for (let column = 0; column < size; column += 1) start[column + 1] = (start[column + 1] ?? 0) + (start[column] ?? 0);
  const next = start.slice();
  const [rows, entries] = [new Int32Array(columns.length), new Int32Array(columns.length)];
  for (let row = 0; row < size; row += 1)
    for (let at = rowStart[row] ?? 0; at < (rowStart[row + 1] ?? 0); at += 1) {
      const column = columns[at] ?? 0;
      const place = next[column] ?? 0;
      next[column] = place + 1;
      rows[place] = row;
      entries[place] = at;
    }
  return { start, rows, entries };
}

function inverse(order: Int32Array): Int32Array {
  const places = new Int32Array(order.length);
  for (let at = 0; at < order.length; at += 1) places[order[at] ?? 0] = at;
  return places;
}

/** Lists one after the other, with where each begins; the last begin is the end. */
function flat(lists: readonly (readonly number[])[]): readonly [Int32Array, Int32Array] {
  const start = new Int32Array(lists.length + 1);
  for (let at = 0; at < lists.length; at += 1) start[at + 1] = (start[at] ?? 0) + (lists[at]?.length ?? 0);
  const items = new Int32Array(start.at(-1) ?? 0);
  let place = 0;
  for (const list of lists)
    for (const item of list) {
      items[place] = item;
      place += 1;
    }
  return [start, items];
}

/**
 * Factors a matrix in an order that is known.
 * @returns `undefined` where a pivot has become too small for these values: they need an order of their own
 */
export function factor(elimination: Elimination, values: Float64Array): Factors | undefined {
  const { pattern, entryStart, entries, entrySteps, lowerStart, lower, upperStart, upper } = elimination;
  const { size } = pattern;
  const lowerValues = new Float64Array(lower.length);
  const upperValues = new Float64Array(upper.length);
  const pivots = new Float64Array(size);
  const work = new Float64Array(size);
  for (let step = 0; step < size; step += 1) {
    const [entryEnd, lowerEnd, upperEnd] = [
      entryStart[step + 1] ?? 0,
      lowerStart[step + 1] ?? 0,
      upperStart[step + 1] ?? 0,
    ];
    for (let at = entryStart[step] ?? 0; at < entryEnd; at += 1) {
      const column = entrySteps[at] ?? 0;
      work[column] = (work[column] ?? 0) + (values[entries[at] ?? 0] ?? 0);
    }
    for (let at = lowerStart[step] ?? 0; at < lowerEnd; at += 1) {
      const earlier = lower[at] ?? 0;
      const share = (work[earlier] ?? 0) / (pivots[earlier] ?? 1);
      work[earlier] = 0;
      lowerValues[at] = share;
      const end = upperStart[earlier + 1] ?? 0;
      for (let of = upperStart[earlier] ?? 0; of < end; of += 1) {
        const column = upper[of] ?? 0;
        work[column] = (work[column] ?? 0) - share * (upperValues[of] ?? 0);
      }
    }
    const pivot = work[step] ?? 0;
    work[step] = 0;
    let most = 0;
    for (let at = upperStart[step] ?? 0; at < upperEnd; at += 1) {
      const column = upper[at] ?? 0;
      const value = work[column] ?? 0;
      upperValues[at] = value;
      work[column] = 0;
      most = Math.max(most, Math.abs(value));
    }
    if (!(Math.abs(pivot) > usedShare * most) || pivot === 0) return undefined;
    pivots[step] = pivot;
  }
  return { elimination, lowerValues, upperValues, pivots };
}

/**
 * Solves a factored matrix for one right side, which is not changed. Where it is 0, and where what comes of it stays 0, nothing is done: most
 * right sides have one entry (benchmark “a fault of a circuit of 200 nodes”).
 */
export function solveFactored(
  { elimination, lowerValues, upperValues, pivots }: Factors,
  right: Float64Array,
): Float64Array {
  const { pattern, pivotRows, pivotColumns, lowerByColumn, upperByColumn } = elimination;
  const { size } = pattern;
  const work = new Float64Array(size);
  for (let step = 0; step < size; step += 1) work[step] = right[pivotRows[step] ?? 0] ?? 0;
  for (let step = 0; step < size; step += 1) {
    const value = work[step] ?? 0;
    if (value !== 0) subtractColumn(work, lowerByColumn, lowerValues, step, value);
  }
  const solution = new Float64Array(size);
  for (let step = size - 1; step >= 0; step -= 1) {
    const left = work[step] ?? 0;
    if (left === 0) continue;
    const value = left / (pivots[step] ?? 1);
    solution[pivotColumns[step] ?? 0] = value;
    subtractColumn(work, upperByColumn, upperValues, step, value);
  }
  return solution;
}

function subtractColumn(
  work: Float64Array,
  { start, rows, entries }: ByColumn,
  values: Float64Array,
  step: number,
  times: number,
): void {
  const end = start[step + 1] ?? 0;
  for (let at = start[step] ?? 0; at < end; at += 1) {
    const row = rows[at] ?? 0;
    work[row] = (work[row] ?? 0) - times * (values[entries[at] ?? 0] ?? 0);
  }
}

/** A solution made surer: what it leaves over is solved for again, and added. */
export function refined(
  factors: Factors,
  values: Float64Array,
  right: Float64Array,
  solution: Float64Array,
): Float64Array {
  const { rows, columns } = factors.elimination.pattern;
  const left = right.slice();
  for (let at = 0; at < rows.length; at += 1) {
    const row = rows[at] ?? 0;
    left[row] = (left[row] ?? 0) - (values[at] ?? 0) * (solution[columns[at] ?? 0] ?? 0);
  }
  const more = solveFactored(factors, left);
  return solution.map((one, at) => one + (more[at] ?? 0));
}
