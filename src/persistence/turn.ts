/**
 * Lets whatever waits have its turn, and goes on at once after it: a timer, asked for again and again, would wait four thousandths of a
 * second each time. Never throws.
 */
export const turn = (): Promise<void> =>
  new Promise((go) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      go();
    };
    port2.postMessage(undefined);
  });
