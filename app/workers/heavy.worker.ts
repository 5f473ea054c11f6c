import { expose } from 'comlink';

/**
 * The worker's end of the door. The work itself is loaded on the first call: its modules wait for WebAssembly
 * before they are there, and a message that comes while nobody listens is lost.
 */
const work = () => import('./heavy');
type Work = Awaited<ReturnType<typeof work>>;

const heavy = {
  evenOutLettering: async (...given: Parameters<Work['evenOutLettering']>) => (await work()).evenOutLettering(...given),
  senseOfFace: async (...given: Parameters<Work['senseOfFace']>) => (await work()).senseOfFace(...given),
  makeFile: async (...given: Parameters<Work['makeFile']>) => (await work()).makeFile(...given),
  previewFile: async (...given: Parameters<Work['previewFile']>) => (await work()).previewFile(...given),
  previewPlates: async (...given: Parameters<Work['previewPlates']>) => (await work()).previewPlates(...given),
  previewPlotter: async (...given: Parameters<Work['previewPlotter']>) => (await work()).previewPlotter(...given),
  proof: async (...given: Parameters<Work['proof']>) => (await work()).proof(...given),
  checkSeriesRows: async (...given: Parameters<Work['checkSeriesRows']>) => (await work()).checkSeriesRows(...given),
  makeSeriesFile: async (...given: Parameters<Work['makeSeriesFile']>) => (await work()).makeSeriesFile(...given),
  previewSeries: async (...given: Parameters<Work['previewSeries']>) => (await work()).previewSeries(...given),
  profileLimit: async (...given: Parameters<Work['profileLimit']>) => (await work()).profileLimit(...given),
  lookAt: async (...given: Parameters<Work['lookAt']>) => (await work()).lookAt(...given),
  cancelSeries: async (...given: Parameters<Work['cancelSeries']>) => (await work()).cancelSeries(...given),
};

export type Heavy = typeof heavy;

expose(heavy);
