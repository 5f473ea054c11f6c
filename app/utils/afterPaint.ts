/** Runs once what has changed so far is on the screen: in a task of its own behind the next frame. */
export function afterPaint(run: () => void): void {
  requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      run();
    };
    port2.postMessage(0);
  });
}
