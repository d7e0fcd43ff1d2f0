import { type Hit, IDLE, type PlumbCommand, type PlumbState, type PointerInput, plumbTool } from "./plumb-tool";

const nothing: Hit = { on: "nothing" };

/** Runs inputs through the tool, collecting the commands. */
function play(...inputs: PointerInput[]): { state: PlumbState; commands: PlumbCommand[] } {
  let state: PlumbState = IDLE;
  const commands: PlumbCommand[] = [];
  for (const input of inputs) {
    const [next, more] = plumbTool(state, input);
    state = next;
    commands.push(...more);
  }
  return { state, commands };
}

test("press, drag, release makes a plumb", () => {
  const { state, commands } = play(
    { type: "down", at: [10, 10], hit: nothing, draws: true },
    { type: "move", at: [11, 50], far: true },
    { type: "up", at: [12, 200], far: true },
  );
  expect(state).toEqual(IDLE);
  expect(commands).toEqual([
    {
      do: "add",
      ends: [
        [10, 10],
        [12, 200],
      ],
    },
    { do: "finish" },
  ]);
});

test("a click on nothing makes no plumb and lets go of the selection", () => {
  const { commands } = play(
    { type: "down", at: [10, 10], hit: nothing, draws: true },
    { type: "up", at: [10, 11], far: false },
  );
  expect(commands).toEqual([{ do: "select", id: null, end: null }]);
});

test("an end follows the pointer without jumping under it", () => {
  const { commands } = play(
    { type: "down", at: [101, 99], hit: { on: "end", id: "a", end: 1, at: [100, 100] }, draws: true },
    { type: "move", at: [105, 99], far: false },
    { type: "up", at: [106, 99], far: true },
  );
  expect(commands).toEqual([
    { do: "select", id: "a", end: 1 },
    { do: "moveEnd", id: "a", end: 1, to: [104, 100] },
    { do: "finish" },
  ]);
});

test("a line is selected by a click and moved only by a drag", () => {
  const down = { type: "down", at: [5, 5], hit: { on: "line", id: "a" }, draws: true } as const;
  expect(play(down, { type: "up", at: [6, 5], far: false }).commands).toEqual([
    { do: "select", id: "a", end: null },
    { do: "finish" },
  ]);
  expect(
    play(down, { type: "move", at: [9, 5], far: true }, { type: "move", at: [10, 7], far: true }).commands,
  ).toEqual([
    { do: "select", id: "a", end: null },
    { do: "moveLine", id: "a", by: [4, 0] },
    { do: "moveLine", id: "a", by: [1, 2] },
  ]);
});

test("cancel takes back a move, and a stroke not yet finished leaves nothing", () => {
  expect(
    play(
      { type: "down", at: [0, 0], hit: nothing, draws: true },
      { type: "move", at: [0, 90], far: true },
      { type: "cancel" },
    ),
  ).toEqual({ state: IDLE, commands: [] });
  const { commands } = play(
    { type: "down", at: [0, 0], hit: { on: "end", id: "a", end: 0, at: [0, 0] }, draws: true },
    { type: "move", at: [3, 3], far: true },
    { type: "cancel" },
  );
  expect(commands.at(-1)).toEqual({ do: "revert" });
});

test("the Move tool draws nothing", () => {
  const { state, commands } = play(
    { type: "down", at: [0, 0], hit: nothing, draws: false },
    { type: "up", at: [0, 90], far: true },
  );
  expect(state).toEqual(IDLE);
  expect(commands).toEqual([{ do: "select", id: null, end: null }]);
});
