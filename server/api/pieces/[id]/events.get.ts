import { listen } from '../../../events';
import { requestedPiece } from '../../../reading';

/** Tells a listener of every change to a piece (server-sent events); starts with the revision as it is. */
export default defineEventHandler(async (event) => {
  const { id, revision } = await requestedPiece(event);
  const stream = createEventStream(event);
  const stop = listen(
    id,
    (what) => {
      void stream.push(JSON.stringify(what));
    },
    () => {
      void stream.close();
    },
  );
  const beat = setInterval(() => {
    void stream.push({ event: 'beat', data: '' });
  }, 20_000);
  stream.onClosed(async () => {
    clearInterval(beat);
    stop();
    await stream.close();
  });
  void stream.push(JSON.stringify({ kind: 'changed', revision, lines: [] }));
  return stream.send();
});
