const AGAIN_MS = 2000;

/** Loads a screen's code; without a network it is loaded when the network is back, and the screen one is on stays. */
export async function importWhenOnline<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load();
    } catch (error) {
      if (navigator.onLine && !isFetchError(error)) throw error;
      window.dispatchEvent(new CustomEvent('kurrel:waiting'));
      await new Promise<void>((resolve) => {
        const go = () => {
          clearTimeout(timer);
          window.removeEventListener('online', go);
          resolve();
        };
        const timer = setTimeout(go, AGAIN_MS);
        window.addEventListener('online', go);
      });
    }
  }
}

const isFetchError = (error: unknown) =>
  error instanceof TypeError && /import|fetch|load/i.test(error.message);
