import type { Design, DesignGiven, DesignPieceGiven, PieceWork, PieceWorkGiven } from '../api/client';
import { Resource } from './resource.svelte';

/** Work as the server takes it. */
export const workGiven = ({ id, method, colours, times, relineWith, place }: PieceWork): PieceWorkGiven => ({
  id,
  method,
  colours,
  times,
  relineWith,
  place,
});

/** What the server takes, of what it showed. */
export function asGiven(design: Design): DesignGiven {
  return {
    format: design.format,
    turned: design.turned,
    width: design.width,
    height: design.height,
    opening: design.opening,
    leftFlap: design.leftFlap,
    basePaper: design.basePaper,
    otherBasePapers: design.otherBasePapers,
    bladeMm: design.bladeMm,
    baseWork: design.ownBaseWork ? design.baseWork.map(workGiven) : null,
    lastWork: design.ownLastWork ? design.lastWork.map(workGiven) : null,
    pieces: design.pieces.map((piece) => ({
      id: piece.id,
      kind: piece.kind,
      name: piece.name,
      width: piece.width,
      height: piece.height,
      leftMm: piece.leftMm,
      topMm: piece.topMm,
      paper: piece.paper,
      raisedMm: piece.raisedMm,
      spare: piece.spare,
      windowWidth: piece.windowWidth,
      windowHeight: piece.windowHeight,
      otherPapers: piece.otherPapers,
      inside: piece.inside,
      cutOut: piece.fromPicture !== null,
      fromLeft: piece.fromLeft,
      fromTop: piece.fromTop,
      glue: piece.glue,
      work: piece.ownWork ? piece.work.map(workGiven) : null,
    })),
  };
}

/** The design of a run while it is changed: each change is kept at once, and can be taken back. */
export class DesignInHand {
  readonly shown: Resource<Design>;
  #before = $state.raw<DesignGiven[]>([]);

  constructor(
    load: () => Promise<Design>,
    private readonly keep: (given: DesignGiven) => Promise<Design>,
  ) {
    this.shown = new Resource(load);
  }

  get canUndo() {
    return this.#before.length > 0;
  }

  /** Keeps a change; what was there before can be had again. */
  async change(make: (given: DesignGiven) => DesignGiven) {
    const design = this.shown.value;
    if (!design || this.shown.busy) return;
    const before = asGiven(design);
    if (await this.#send(make(before))) this.#before = [...this.#before, before];
  }

  async undo() {
    const last = this.#before.at(-1);
    if (last && !this.shown.busy && (await this.#send(last))) this.#before = this.#before.slice(0, -1);
  }

  /** Changes one piece. */
  changePiece = (id: string, change: Partial<DesignPieceGiven>) =>
    this.change((given) => ({
      ...given,
      pieces: given.pieces.map((piece) => (piece.id === id ? { ...piece, ...change } : piece)),
    }));

  /** Moves a piece, in mm of the card. */
  move = (id: string, rightMm: number, downMm: number) =>
    this.change((given) => ({
      ...given,
      pieces: given.pieces.map((piece) =>
        piece.id === id
          ? { ...piece, leftMm: (piece.leftMm ?? 0) + rightMm, topMm: (piece.topMm ?? 0) + downMm }
          : piece,
      ),
    }));

  /** Adds a piece on top, or a mat right under the piece that it goes around. */
  add = (piece: DesignPieceGiven) =>
    this.change((given) => {
      const place = piece.around ? given.pieces.findIndex((one) => one.id === piece.around) : -1;
      const at = place < 0 ? given.pieces.length : place;
      return { ...given, pieces: given.pieces.toSpliced(at, 0, piece) };
    });

  remove = (id: string) =>
    this.change((given) => ({ ...given, pieces: given.pieces.filter((piece) => piece.id !== id) }));

  /** Lays a piece so many places higher, or lower below 0. */
  raise = (id: string, by: number) =>
    this.change((given) => {
      const from = given.pieces.findIndex((piece) => piece.id === id);
      const piece = given.pieces[from];
      const to = from + by;
      if (!piece || to < 0 || to >= given.pieces.length) return given;
      return { ...given, pieces: given.pieces.toSpliced(from, 1).toSpliced(to, 0, piece) };
    });

  async #send(given: DesignGiven): Promise<boolean> {
    return this.shown.attempt(async () => {
      this.shown.value = await this.keep(given);
    });
  }
}
