/** Does one thing after the other: each begins when the one before has ended, well or not. */
export function inTurn(): <T>(act: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (act) => {
    const turn = last.then(act, act);
    last = turn;
    return turn;
  };
}
