/** ms of work between two turns */
const SLICE = 12;

/** those who wait for their turn, first come first; one channel for all of them, which nothing can collect before it has spoken */
const waiting: (() => void)[] = [];
let channel: MessageChannel | undefined;

/** Lets what waits have its turn, the next question among it; a timer would be held back by 4 ms each time. */
export function turn(): Promise<void> {
  if (typeof MessageChannel === 'undefined') return new Promise((done) => setTimeout(done));
  if (!channel) {
    channel = new MessageChannel();
    channel.port1.onmessage = () => waiting.shift()?.();
  }
  const { port2 } = channel;
  return new Promise((done) => {
    waiting.push(done);
    port2.postMessage(null);
  });
}

/**
 * Runs work that yields between two solutions, in slices.
 *
 * @param isCurrent asked after each slice; false ends it
 * @param took told of everything that is yielded
 * @returns what the work comes to; null where it was ended
 */
export async function inSlices<Step, Whole>(
  work: Generator<Step, Whole>,
  isCurrent: () => boolean,
  took: (step: Step) => void = () => undefined,
): Promise<{ value: Whole } | null> {
  let sliced = performance.now();
  for (;;) {
    const step = work.next();
    if (step.done) return { value: step.value };
    took(step.value);
    if (performance.now() - sliced < SLICE) continue;
    await turn();
    if (!isCurrent()) return null;
    sliced = performance.now();
  }
}
