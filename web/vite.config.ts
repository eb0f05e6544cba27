import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { starterDesigns } from './starter-designs.ts';

const server = `http://127.0.0.1:${process.env.PORT || '4310'}`;

export default defineConfig({
  plugins: [react(), starterDesigns()],
  worker: { format: 'es' },
  server: {
    host: '127.0.0.1',
    proxy: { '/api': server },
  },
  build: {
    chunkSizeWarningLimit: 700,
    rollupOptions: {
      output: {
        manualChunks: (id) => {
          if (id.includes('/konva') || id.includes('react-konva')) return 'konva';
          if (id.includes('@mantine')) return 'mantine';
          if (/node_modules\/(react|react-dom|react-router|scheduler)\//.test(id)) return 'react';
          return undefined;
        },
      },
    },
  },
});
