/** The part of a picture that is seen, in mm. */
export type View = { x: number; y: number; width: number; height: number };

/** A place in a picture, in mm. */
export type Place = { x: number; y: number };

/** How many times nearer than the whole a picture comes. */
const nearest = 8;

/** How many times nearer than the whole it comes by itself: what lies around is still to be told. */
const nearestByItself = 3;

/** How many times nearer this is than the whole. */
export const timesNear = (view: View, whole: View) => whole.width / view.width;

/** Kept inside the whole. */
function inside(view: View, whole: View): View {
  const within = (at: number, length: number, from: number, all: number) =>
    Math.min(Math.max(at, from), from + all - length);
  return {
    ...view,
    x: within(view.x, view.width, whole.x, whole.width),
    y: within(view.y, view.height, whole.y, whole.height),
  };
}

/** So many times nearer than it was; the place about which it comes stays where it is on the screen. */
export function nearer(view: View, whole: View, about: Place, times: number): View {
  const near = Math.min(Math.max(timesNear(view, whole) * times, 1), nearest);
  const [width, height] = [whole.width / near, whole.height / near];
  const x = about.x - ((about.x - view.x) / view.width) * width;
  const y = about.y - ((about.y - view.y) / view.height) * height;
  return inside({ x, y, width, height }, whole);
}

/** Moved by so many mm, as far as the picture goes. */
export const moved = (view: View, whole: View, by: Place): View =>
  inside({ ...view, x: view.x + by.x, y: view.y + by.y }, whole);

/** The middle of what is seen. */
export const middle = (view: View): Place => ({ x: view.x + view.width / 2, y: view.y + view.height / 2 });

/** The least box around outlines, which are paths of pairs of numbers; none without outlines. */
export function boxOf(outlines: string[]): View | undefined {
  const numbers = outlines.flatMap((outline) => outline.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
  const xs = numbers.filter((_, place) => place % 2 === 0);
  const ys = numbers.filter((_, place) => place % 2 === 1);
  if (xs.length === 0 || ys.length === 0) return undefined;
  const least = (of: number[]) => of.reduce((a, b) => Math.min(a, b));
  const most = (of: number[]) => of.reduce((a, b) => Math.max(a, b));
  return { x: least(xs), y: least(ys), width: most(xs) - least(xs), height: most(ys) - least(ys) };
}

/** Near enough to see a box well, with something around it. */
export function nearBox(box: View, whole: View): View {
  const around = 1.6;
  const near = Math.min(
    whole.width / (box.width * around),
    whole.height / (box.height * around),
    nearestByItself,
  );
  if (near <= 1) return whole;
  const [width, height] = [whole.width / near, whole.height / near];
  const at = middle(box);
  return inside({ x: at.x - width / 2, y: at.y - height / 2, width, height }, whole);
}

/** The part of an image that shows some of its areas well; all of it where there are none. */
export function nearAreas(
  image: { widthMm: number; heightMm: number; areas: { id: number; outline: string }[] } | null | undefined,
  ids: number[],
): View | undefined {
  if (!image) return undefined;
  const box = boxOf(image.areas.filter((area) => ids.includes(area.id)).map((area) => area.outline));
  return box && nearBox(box, { x: 0, y: 0, width: image.widthMm, height: image.heightMm });
}
