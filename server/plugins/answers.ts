import { underApi } from '../underApi';

/**
 * What is answered under /api has its headers from the door, see server/middleware/door.ts: the policy of pages is not
 * worked out for it, which would take longer than to check a change. Comes before the plugins of modules.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    // As nuxt-security keeps it with a request, once it has found out which rules hold.
    if (underApi(event.path)) event.context['security'] = { rules: {}, route: '/api/**' };
  });
});
