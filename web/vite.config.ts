import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: { target: 'es2022', modulePreload: { polyfill: false }, assetsInlineLimit: 0, cssCodeSplit: false, cssMinify: false },
  server: { proxy: { '/api': 'http://127.0.0.1:5870' } },
});
