/** Asks a worker one thing, and ends it. Rejects with why when it can't be loaded or fails. */
export function askWorker<A>(worker: Worker, question: unknown): { readonly answer: Promise<A>; readonly end: () => void } {
  const answer = new Promise<A>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<A>) => resolve(data);
    worker.onerror = (e) => reject(new Error(e.message || "the worker could not be loaded"));
    worker.postMessage(question);
  });
  const end = () => worker.terminate();
  void answer.then(end, end);
  return { answer, end };
}
