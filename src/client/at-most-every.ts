/** Does something when it is asked for, but no more often than this: what is asked for meanwhile is done once, afterwards. @param ms */
export function atMostEvery(ms: number, act: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | null = null;
  let again = false;
  const go = (): void => {
    act();
    timer = setTimeout(() => {
      timer = null;
      if (!again) return;
      again = false;
      go();
    }, ms);
  };
  return () => {
    if (timer === null) go();
    else again = true;
  };
}
