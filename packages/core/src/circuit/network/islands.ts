/** Which nodes hang together. */
export class Islands {
  #parent: Int32Array;

  constructor(nodeCount: number) {
    this.#parent = new Int32Array(nodeCount);
    for (let node = 0; node < nodeCount; node += 1) this.#parent[node] = node;
  }

  copy(): Islands {
    const copy = new Islands(0);
    copy.#parent = this.#parent.slice();
    return copy;
  }

  /** The node by which an island is named: the least of its nodes. */
  of(node: number): number {
    let root = node;
    while ((this.#parent[root] ?? root) !== root) root = this.#parent[root] ?? root;
    while ((this.#parent[node] ?? root) !== root) {
      const next = this.#parent[node] ?? root;
      this.#parent[node] = root;
      node = next;
    }
    return root;
  }

  join(one: number, other: number): void {
    const [a, b] = [this.of(one), this.of(other)];
    if (a < b) this.#parent[b] = a;
    else this.#parent[a] = b;
  }
}
