const LOCK = "yennic-sender";

/**
 * Among the tabs of a browser one does the sending and listening. `begin` is called in the tab whose turn it is and returns
 * what ends it. A tab that is put away lets go; one that comes back asks again. Without locks (a page that is not served
 * securely) every tab leads: the server takes an entry once however often it is sent.
 */
export function lead(begin: () => () => void): () => void {
  let end: (() => void) | undefined;
  let asking: AbortController | undefined;
  const leave = () => {
    asking?.abort();
    asking = undefined;
    end?.();
    end = undefined;
  };
  const ask = () => {
    if (asking) return;
    asking = new AbortController();
    if (!navigator.locks) {
      end = begin();
      return;
    }
    const { signal } = asking;
    const held = () =>
      new Promise<void>((release) => {
        const stop = begin();
        end = () => {
          stop();
          release();
        };
        if (signal.aborted) end();
      });
    navigator.locks.request(LOCK, { signal }, held).catch((error: unknown) => {
      if (!signal.aborted) console.error(error);
    });
  };
  addEventListener("pagehide", leave);
  addEventListener("pageshow", ask);
  ask();
  return () => {
    removeEventListener("pagehide", leave);
    removeEventListener("pageshow", ask);
    leave();
  };
}
