/** A sound when something reaches its moment; off if the maker says so. */
class Sound {
  #on = $state(localStorage.getItem('nube-sound') !== 'off');

  get on() {
    return this.#on;
  }

  set on(value: boolean) {
    this.#on = value;
    localStorage.setItem('nube-sound', value ? 'on' : 'off');
  }
}

export const sound = new Sound();

/** Two soft notes. */
export function say() {
  if (!sound.on) return;
  const context = new AudioContext();
  [523.25, 659.25].forEach((pitch, index) => {
    const note = context.createOscillator();
    const volume = context.createGain();
    const from = context.currentTime + index * 0.22;
    note.frequency.value = pitch;
    volume.gain.setValueAtTime(0.18, from);
    volume.gain.exponentialRampToValueAtTime(0.001, from + 0.5);
    note.connect(volume).connect(context.destination);
    note.start(from);
    note.stop(from + 0.5);
  });
}

/** Reading steps aloud, where the browser has a voice; on if the maker says so. */
class Speech {
  readonly possible = 'speechSynthesis' in window;
  #on = $state(localStorage.getItem('nube-speech') === 'on');

  get on() {
    return this.#on;
  }

  set on(value: boolean) {
    this.#on = value;
    localStorage.setItem('nube-speech', value ? 'on' : 'off');
    if (!value && this.possible) speechSynthesis.cancel();
  }
}

export const speech = new Speech();

/** Reads a sentence aloud in place of what is being read. */
export function speak(text: string) {
  if (!speech.possible || !speech.on) return;
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}

/** Keeps the screen awake while the bench is shown; answers how to let it sleep again. */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | undefined;
  let left = false;
  const take = async () => {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    try {
      lock = await navigator.wakeLock.request('screen');
      if (left) await lock.release();
    } catch (error) {
      // A low battery may forbid it; the timers go on all the same.
      console.info('The screen may sleep:', error);
    }
  };
  void take();
  document.addEventListener('visibilitychange', take);
  return () => {
    left = true;
    document.removeEventListener('visibilitychange', take);
    void lock?.release();
  };
}
