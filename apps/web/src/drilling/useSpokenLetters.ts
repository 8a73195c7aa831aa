import { useEffect, useState } from 'react';

const LANGUAGE = 'en';

/** Says letters with the browser's own voice; a device may have none. */
export function useSpokenLetters(): { readonly hasVoice: boolean; readonly say: (letter: string) => void } {
  const synthesis = typeof speechSynthesis === 'undefined' ? undefined : speechSynthesis;
  const [hasVoice, setHasVoice] = useState(() => (synthesis?.getVoices().length ?? 0) > 0);
  useEffect(() => {
    if (synthesis === undefined) return undefined;
    // Some browsers find their voices after the page is there.
    const look = () => setHasVoice(synthesis.getVoices().length > 0);
    look();
    synthesis.addEventListener('voiceschanged', look);
    return () => {
      synthesis.removeEventListener('voiceschanged', look);
      synthesis.cancel();
    };
  }, [synthesis]);
  const say = (letter: string) => {
    if (synthesis === undefined) return;
    // A slow voice does not speak of the note before.
    synthesis.cancel();
    const words = new SpeechSynthesisUtterance(letter);
    words.lang = LANGUAGE;
    synthesis.speak(words);
  };
  return { hasVoice, say };
}
