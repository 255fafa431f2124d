let context: AudioContext | undefined;

/** Two soft notes, made here: nothing is loaded. Silent where the browser has no sound or wants a press first. */
export function chime(): void {
  try {
    context ??= new AudioContext();
    const { currentTime } = context;
    [523.25, 783.99].forEach((hertz, nth) => {
      const tone = context!.createOscillator();
      const loud = context!.createGain();
      const from = currentTime + nth * 0.22;
      tone.frequency.value = hertz;
      loud.gain.setValueAtTime(0, from);
      loud.gain.linearRampToValueAtTime(0.25, from + 0.03);
      loud.gain.exponentialRampToValueAtTime(0.001, from + 0.6);
      tone.connect(loud).connect(context!.destination);
      tone.start(from);
      tone.stop(from + 0.65);
    });
  } catch {
    // A round without a sound is a round.
  }
}
