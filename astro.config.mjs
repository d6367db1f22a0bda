import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';

// The core and the wire do nothing by being there: a page leaves out what it does not use of them, the schema above all.
const treeshake = { moduleSideEffects: (id) => !/\/src\/(core|wire)\//.test(id) };

// What draws islands is one large function: told so, a browser reads it beside the page, not when it is first called.
const readAhead = {
  name: 'read-ahead',
  generateBundle(_, bundle) {
    for (const part of Object.values(bundle)) if (part.type === 'chunk' && part.moduleIds.some((id) => id.includes('/node_modules/react-dom/'))) part.code = `//# allFunctionsCalledOnLoad\n${part.code}`;
  },
};

// Nobody asks the framework to work on pictures: neither its service nor its address is built.
const noPictureService = {
  name: 'no-picture-service',
  hooks: { 'astro:config:setup': ({ updateConfig }) => updateConfig({ image: { endpoint: { route: '/_nothing', entrypoint: './src/server/endpoints/nothing.ts' }, service: { entrypoint: 'astro/assets/services/noop' } } }) },
};

export default defineConfig({
  output: 'server',
  outDir: './dist/site',
  adapter: node({ mode: 'standalone' }),
  integrations: [react(), noPictureService],
  server: { host: '127.0.0.1', port: 4317 },
  security: { checkOrigin: true, allowedDomains: [{ hostname: '127.0.0.1' }, { hostname: 'localhost' }] },
  devToolbar: { enabled: false },

  vite: {
    plugins: [tailwindcss(), readAhead],
    worker: { format: 'es', rollupOptions: { treeshake } },
    ssr: { noExternal: ['opentype.js'], external: ['@electric-sql/pglite', '@napi-rs/canvas'] },
    build: {
      assetsInlineLimit: 0,
      manifest: true,
      chunkSizeWarningLimit: 1200,
      rollupOptions: { treeshake },
    },
  },
});
