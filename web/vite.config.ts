import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { keepPageWorker } from './sw/plugin.ts';

export default defineConfig({
  plugins: [react(), tailwindcss(), keepPageWorker()],
  worker: { format: 'es' },
  server: { port: 5173, strictPort: true, proxy: { '/api': 'http://127.0.0.1:4870' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  resolve: { dedupe: ['react', 'react-dom'] },
});
