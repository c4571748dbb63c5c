/** Lets the page's event loop turn once. Not a timer: those are held back in pages that nobody sees. */
export function turn(): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  return new Promise((done) => {
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(null);
  });
}
