/** What of the browser's speech recognition is used; it goes by another name in some. */
interface Recognition {
  lang: string;
  start(): void;
  abort(): void;
  onresult: ((event: { results: ArrayLike<ArrayLike<{ transcript: string }>> }) => void) | null;
  onerror: ((event: { error: string }) => void) | null;
  onend: (() => void) | null;
}
type RecognitionClass = new () => Recognition;

/** Why nothing was taken down, by what the browser calls it. */
const REASONS: Record<string, string> = {
  'not-allowed': 'The browser may not use the microphone.',
  'audio-capture': 'There is no microphone.',
  network: 'This browser takes speech down over a network, and there is none.',
  'no-speech': 'Nothing was heard.'
};

/** Takes down what is said, where the browser can; elsewhere it is not offered. */
export class Dictation {
  isOffered = $state(false);
  listening = $state(false);
  /** Why nothing was taken down; empty: no reason. */
  problem = $state('');
  private recognition: Recognition | null = null;

  /** In the browser, before anything else. */
  look(): void {
    this.isOffered = this.classThere() !== undefined;
  }

  /** Listens until there is a pause. @param onwords hears what was said, once */
  begin(onwords: (words: string) => void): void {
    const There = this.classThere();
    if (!There || this.listening) return;
    const recognition = new There();
    this.recognition = recognition;
    this.problem = '';
    recognition.lang = 'en';
    recognition.onresult = ({ results }) => {
      const words = Array.from(results, (heard) => heard[0]?.transcript ?? '').join(' ');
      if (words.trim() !== '') onwords(words.trim());
    };
    recognition.onerror = ({ error }) => (this.problem = REASONS[error] ?? 'Nothing was taken down.');
    recognition.onend = () => (this.listening = false);
    this.listening = true;
    recognition.start();
  }

  end(): void {
    this.recognition?.abort();
    this.listening = false;
  }

  private classThere(): RecognitionClass | undefined {
    const { SpeechRecognition, webkitSpeechRecognition } = window as {
      SpeechRecognition?: RecognitionClass;
      webkitSpeechRecognition?: RecognitionClass;
    };
    return SpeechRecognition ?? webkitSpeechRecognition;
  }
}
