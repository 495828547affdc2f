const RING_HZ = 880;
const RING_MS = 1400;

/** Rings: a tone where sound is on, and a buzz where the device can. */
export function ring(sound: boolean): void {
  navigator.vibrate?.([200, 100, 200]);
  if (!sound) return;
  try {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = RING_HZ;
    gain.gain.setValueAtTime(0.25, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + RING_MS / 1000);
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + RING_MS / 1000);
    tone.onended = () => void audio.close();
  } catch {
    // A browser without sound still shows it.
  }
}
