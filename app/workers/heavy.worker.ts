import { expose } from 'comlink';

/**
 * The worker's end of the door. The work itself is loaded on the first call: its modules wait for WebAssembly
 * before they are there, and a message that comes while nobody listens is lost.
 */
const work = () => import('./heavy');
type Work = Awaited<ReturnType<typeof work>>;

const heavy = {
  evenOutLettering: async (...given: Parameters<Work['evenOutLettering']>) => (await work()).evenOutLettering(...given),
  makeFile: async (...given: Parameters<Work['makeFile']>) => (await work()).makeFile(...given),
};

export type Heavy = typeof heavy;

expose(heavy);
