import type { AreaColour, Gradient, Method, Named, NamedFor, Shadow, Supply, WishFor } from '../api/client';

/** What a maker has in hand to colour areas with: a wish, or exactly these colours. */
export type Hand =
  | { kind: 'wish'; colour: string; shadow: Shadow; method: Method | null }
  | {
      kind: 'named';
      middle: Named;
      light: Named | null;
      shadow: Named | null;
      method: Method | null;
      /** How the middle's colour passes into others; null where it does not. */
      gradient: Gradient | null;
      into: Named[];
    };

/** What the server is asked for areas, with this in hand. */
export function asked(hand: Hand, areas: number[]): { wish: WishFor } | { named: NamedFor } {
  if (hand.kind === 'wish') {
    const { colour, shadow, method } = hand;
    return { wish: { areas, colour, shadow, method } };
  }
  const { middle, light, shadow, method, gradient, into } = hand;
  return { named: { areas, middle, light, shadow, method, gradient, into } };
}

/** What an area has now, as something to have in hand: to copy it, or to bring it back. */
export function handOf(area: AreaColour): Hand {
  if (!area.exactly) {
    const { wish: colour, shadow, method } = area;
    return { kind: 'wish', colour, shadow, method };
  }
  const layer = (
    of: Pick<Named, never> & { parts: { id: string; parts: number }[]; water: number; layers: number },
  ): Named => ({
    parts: of.parts.map(({ id, parts }) => ({ id, parts })),
    water: of.water,
    layers: of.layers,
    pressure: 'light',
  });
  const beside = (role: string) => area.recipe.companions.find((one) => one.role === role);
  const [light, shadow] = [beside('light'), beside('shadow')];
  return {
    kind: 'named',
    middle: layer(area.recipe),
    light: light ? layer(light) : null,
    shadow: shadow ? layer(shadow) : null,
    method: area.gradient ? null : area.method,
    gradient: area.gradient?.gradient ?? null,
    into: area.recipe.companions.filter((one) => one.role === 'into').map(layer),
  };
}

/** In how many layers a colour starts: pencils and foam tips are layered, a wash, a pen or a marker is laid once. */
export const usualLayers = (colour?: Pick<Supply, 'medium'>) =>
  colour?.medium?.endsWith('Pencil') || colour?.medium === 'blendingInk' ? 3 : 1;

/** Whether two hands are the same. */
export const sameHand = (one: Hand, other: Hand) => JSON.stringify(one) === JSON.stringify(other);

/** The hands used last, the latest first, each once. */
export function lately(hands: Hand[], hand: Hand, most = 9): Hand[] {
  return [hand, ...hands.filter((other) => !sameHand(other, hand))].slice(0, most);
}
