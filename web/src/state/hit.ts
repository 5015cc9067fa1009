/**
 * What a bench button does when it is hit. With pointer or knuckle it lets go of the keys at once, so that space goes on
 * meaning "done" and not this button again.
 */
export const hit = (act: () => void) => (event: MouseEvent & { currentTarget: HTMLButtonElement }) => {
  if (event.detail > 0) event.currentTarget.blur();
  act();
};
