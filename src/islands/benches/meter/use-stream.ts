import { useEffect, useState } from "react";
import { type Hold, heard, NOTHING_HELD } from "../../../core/model/instrument/hold";
import { streamedSchema } from "../../../core/model/instrument/stream";

/** Holds what a streaming meter shows at an address; `undefined`: it is off. */
export interface Streaming {
  readonly hold: Hold;
  /** Why nothing comes. */
  readonly silent: string | undefined;
}

const OFF: Streaming = { hold: NOTHING_HELD, silent: undefined };

/** Listens to a meter as long as there is an address; another address begins anew. Only the newest readings are kept. */
export function useStream(address: string | undefined): Streaming {
  const [streaming, setStreaming] = useState(OFF);
  useEffect(() => {
    setStreaming(OFF);
    if (address === undefined) return;
    const events = new EventSource(address);
    events.onmessage = ({ data }: MessageEvent<string>) => {
      const read = streamedSchema.safeParse(JSON.parse(data));
      if (read.success) setStreaming((s) => ({ hold: heard(s.hold, read.data), silent: undefined }));
    };
    events.onerror = () =>
      setStreaming((s) => ({
        ...s,
        silent:
          events.readyState === EventSource.CLOSED ? "This meter can't read that, or isn't connected." : "Can't reach the meter. Retrying.",
      }));
    return () => events.close();
  }, [address]);
  return streaming;
}
