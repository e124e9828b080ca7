import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false }, chunkSizeWarningLimit: 1200 },
  // styled-components asks this global for the nonce of the style element that it makes.
  define: { __webpack_nonce__: "globalThis.__styleNonce" },
  server: { proxy: { "/api": "http://127.0.0.1:8765" } },
  test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"] },
});
