import type { Action } from '@north-step/core/nextStep';
import { CALLS, type Signals } from './signals.ts';

const NOTE_S = 0.16;
const LOUD = 0.22;
let audio: AudioContext | undefined;

/** Makes a call heard, spoken and shown, as far as this screen may. */
type Call = Pick<Action, 'batchId' | 'stepId' | 'tier' | 'say' | 'reason'>;
export function callOut(action: Call, { sound, speech, notify }: Signals): void {
  if (sound) ring(CALLS[action.tier] ?? []);
  if (speech && 'speechSynthesis' in window) {
    const words = new SpeechSynthesisUtterance(action.say);
    words.lang = 'en-GB';
    window.speechSynthesis.speak(words);
  }
  if (notify && 'Notification' in window && Notification.permission === 'granted' && document.hidden)
    new Notification(action.say, { body: action.reason, tag: `${action.batchId} ${action.stepId}` });
}

function ring(notes: readonly number[]): void {
  try {
    audio ??= new AudioContext();
    const startS = audio.currentTime;
    notes.forEach((hz, i) => {
      const tone = audio!.createOscillator();
      const gain = audio!.createGain();
      tone.frequency.value = hz;
      gain.gain.setValueAtTime(LOUD, startS + i * NOTE_S);
      gain.gain.exponentialRampToValueAtTime(0.001, startS + (i + 0.9) * NOTE_S);
      tone.connect(gain).connect(audio!.destination);
      tone.start(startS + i * NOTE_S);
      tone.stop(startS + (i + 1) * NOTE_S);
    });
  } catch {
    // no sound device: the screen still says it
  }
}

/** Keeps the screen lit while the page is looked at. @returns ends it */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | undefined;
  let over = false;
  const ask = async () => {
    if (over || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    lock = await navigator.wakeLock.request('screen').catch(() => undefined);
  };
  void ask();
  document.addEventListener('visibilitychange', ask);
  return () => {
    over = true;
    document.removeEventListener('visibilitychange', ask);
    void lock?.release().catch(() => {});
  };
}
