const turns = new Map<string, Promise<void>>();

/**
 * Does something in one window at a time, in the order in which it was asked for. Where the browser has no locks (a page
 * that is not served securely), that holds within this window only.
 */
export async function inOneWindow(name: string, act: () => Promise<void>): Promise<void> {
  if (navigator.locks) return await navigator.locks.request(name, act);
  const turn = (turns.get(name) ?? Promise.resolve()).then(act);
  turns.set(
    name,
    turn.catch(() => undefined),
  );
  return await turn;
}
