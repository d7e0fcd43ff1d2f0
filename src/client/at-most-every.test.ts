import { atMostEvery } from "./at-most-every";

test("what is asked for often is done at once, then once in a while, and a last time after the last", () => {
  jest.useFakeTimers();
  const act = jest.fn();
  const ask = atMostEvery(1000, act);
  ask();
  expect(act).toHaveBeenCalledTimes(1);
  for (let k = 0; k < 25; k++) {
    jest.advanceTimersByTime(100);
    ask();
  }
  expect(act).toHaveBeenCalledTimes(3);
  jest.advanceTimersByTime(5000);
  expect(act).toHaveBeenCalledTimes(4);
  ask();
  expect(act).toHaveBeenCalledTimes(5);
  jest.useRealTimers();
});
