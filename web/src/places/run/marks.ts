import type { AreaMark } from '../../api/client';

/** Words for what a maker says of an area: to say it, and as it is said. */
export const marks: Record<AreaMark, { mark: string; marked: string }> = {
  leaveWhite: { mark: 'Leave white', marked: 'left white' },
  notPart: { mark: 'Not part of it', marked: 'not part of it' },
  redraw: { mark: 'A detail, coloured last', marked: 'a detail' },
};
