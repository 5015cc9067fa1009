import type { Finding } from '../api/client';

/** What tells a finding from the others of its card. */
export const keyOf = (finding: Finding) => `${finding.kind} ${finding.area} ${finding.other ?? ''}`;

/** The findings of a card, and the one that is looked at. It stays in hand when the list is fetched anew. */
export class FindingsInHand {
  #key = $state<string>();
  readonly list: Finding[] = $derived.by(() => this.all());
  readonly place = $derived(
    Math.max(
      0,
      this.list.findIndex((one) => keyOf(one) === this.#key),
    ),
  );
  readonly finding = $derived<Finding | undefined>(this.list[this.place]);

  constructor(private readonly all: () => Finding[]) {}

  take = (finding: Finding) => (this.#key = keyOf(finding));

  /** On to the next, or back; it stays at both ends. */
  step = (by: number) => {
    const next = this.list[Math.min(this.list.length - 1, Math.max(0, this.place + by))];
    if (next) this.take(next);
  };
}
