/**
 * The least cut of a graph whose nodes are bound to two sides: Dinic's algorithm (1970) over typed arrays, used again from
 * one graph to the next.
 */
export class MinCut {
  private nodes = 0;
  private arcs = 0;
  private head = new Int32Array(0);
  private level = new Int32Array(0);
  private queue = new Int32Array(0);
  private current = new Int32Array(0);
  /** What is left of each node's binding: above 0 to the first side, below 0 to the second. */
  private excess = new Float64Array(0);
  private to = new Int32Array(0);
  private next = new Int32Array(0);
  private room = new Float64Array(0);
  private path = new Int32Array(0);

  /** Begins a graph. @param nodes how many. @param pairs arcs at most. */
  begin(nodes: number, pairs: number): void {
    if (this.head.length < nodes) {
      this.head = new Int32Array(nodes);
      this.level = new Int32Array(nodes);
      this.queue = new Int32Array(nodes);
      this.current = new Int32Array(nodes);
      this.path = new Int32Array(nodes + 1);
      this.excess = new Float64Array(nodes);
    }
    if (this.to.length < 2 * pairs) {
      this.to = new Int32Array(2 * pairs);
      this.next = new Int32Array(2 * pairs);
      this.room = new Float64Array(2 * pairs);
    }
    this.nodes = nodes;
    this.arcs = 0;
    this.head.fill(-1, 0, nodes);
    this.excess.fill(0, 0, nodes);
  }

  /** Adds to what it costs to have a node on the second side rather than the first; may be below 0. */
  bind(node: number, cost: number): void {
    this.excess[node]! += cost;
  }

  /** What it costs to have one node on the first side and the other on the second. @param cost not below 0. */
  join(first: number, second: number, cost: number): void {
    this.link(first, second, cost, 0);
  }

  /** What it costs to have two nodes on different sides, whichever is on which. @param cost not below 0. */
  tie(one: number, other: number, cost: number): void {
    this.link(one, other, cost, cost);
  }

  private link(first: number, second: number, cost: number, back: number): void {
    const { to, next, room, head } = this;
    const arc = this.arcs;
    to[arc] = second;
    room[arc] = cost;
    next[arc] = head[first]!;
    head[first] = arc;
    to[arc + 1] = first;
    room[arc + 1] = back;
    next[arc + 1] = head[second]!;
    head[second] = arc + 1;
    this.arcs += 2;
  }

  /** Cuts. Afterwards `isSecond` tells each node's side. */
  cut(): void {
    const { nodes, excess, level, queue, head, current, to, next, room } = this;
    for (;;) {
      // Levels from all nodes with something to send.
      level.fill(-1, 0, nodes);
      let [from, end] = [0, 0];
      for (let i = 0; i < nodes; i++)
        if (excess[i]! > 1e-12) {
          level[i] = 0;
          queue[end++] = i;
        }
      let reached = false;
      while (from < end) {
        const i = queue[from++]!;
        if (excess[i]! < -1e-12) reached = true;
        for (let arc = head[i]!; arc >= 0; arc = next[arc]!) {
          const j = to[arc]!;
          if (level[j]! < 0 && room[arc]! > 1e-12) {
            level[j] = level[i]! + 1;
            queue[end++] = j;
          }
        }
      }
      if (!reached) return;
      for (let i = 0; i < nodes; i++) current[i] = head[i]!;
      for (let q = 0; q < end; q++) {
        const source = queue[q]!;
        if (level[source]! > 0) break;
        while (excess[source]! > 1e-12 && this.send(source));
      }
    }
  }

  /** Sends what it can along one path. @returns false where none is left. */
  private send(source: number): boolean {
    const { excess, level, current, to, next, room, path } = this;
    let depth = 0;
    let i = source;
    for (;;) {
      if (excess[i]! < -1e-12 && i !== source) {
        let least = Math.min(excess[source]!, -excess[i]!);
        for (let k = 0; k < depth; k++) least = Math.min(least, room[path[k]!]!);
        for (let k = 0; k < depth; k++) {
          room[path[k]!]! -= least;
          room[path[k]! ^ 1]! += least;
        }
        excess[source]! -= least;
        excess[i]! += least;
        return true;
      }
      let arc = current[i]!;
      while (arc >= 0 && !(room[arc]! > 1e-12 && level[to[arc]!]! === level[i]! + 1)) arc = next[arc]!;
      current[i] = arc;
      if (arc >= 0) {
        path[depth++] = arc;
        i = to[arc]!;
        continue;
      }
      if (depth === 0) return false;
      const back = path[--depth]!;
      i = to[back ^ 1]!;
      current[i] = next[current[i]!]!;
    }
  }

  /** Whether a node came to the second side. Nodes on the fence stay on the first. */
  isSecond(node: number): boolean {
    return this.level[node]! < 0;
  }
}
