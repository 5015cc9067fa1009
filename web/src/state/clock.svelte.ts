/** The server's time, ticking: drying times come from its clock, not from the device's. */
class Clock {
  now = $state(Date.now());
  #offset = 0;

  constructor() {
    setInterval(() => (this.now = Date.now() + this.#offset), 500);
  }

  /** As text, for what is sent to the server. */
  text(): string {
    return new Date(this.now).toISOString();
  }

  set(serverNow: string) {
    this.#offset = Date.parse(serverNow) - Date.now();
    this.now = Date.now() + this.#offset;
  }
}

export const clock = new Clock();

/** "40 s", "12 min", "1 h 05 min" until a moment. */
export function until(moment: string, now: number): string {
  return duration((Date.parse(moment) - now) / 1000);
}

export function duration(seconds: number): string {
  if (seconds < 60) return `${Math.max(0, Math.ceil(seconds))} s`;
  const minutes = Math.round(seconds / 60);
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}
