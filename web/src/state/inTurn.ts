/** Does what it is given one after the other, in the order in which it was asked: each sees what the last one changed. */
export function inTurn() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(action: () => Promise<T>): Promise<T> => {
    const next = last.then(action, action);
    last = next;
    return next;
  };
}
