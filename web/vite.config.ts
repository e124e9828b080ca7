import react from "@vitejs/plugin-react";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";

// Where `npm run dev` finds the server; `./oak dev` sets it.
const SERVER = process.env.OAKSPIN_SERVER ?? "http://127.0.0.1:8765";

/** The page served here lacks the cookie that saves must bring back: it is fetched from the server's own page. */
const cookieOfTheServer: Plugin = {
  name: "cookie-of-the-server",
  apply: "serve",
  configureServer(dev) {
    dev.middlewares.use((request, response, next) => {
      if (!request.headers.accept?.includes("text/html")) {
        next();
        return;
      }
      fetch(`${SERVER}/`, { headers: { cookie: request.headers.cookie ?? "" } })
        .then((page) => response.setHeader("set-cookie", page.headers.getSetCookie()))
        .catch(() => dev.config.logger.error(`No server at ${SERVER}: run ./oak start, or ./oak dev for both.`))
        .finally(next);
    });
  },
};

export default defineConfig({
  plugins: [react(), cookieOfTheServer],
  build: { manifest: true, assetsInlineLimit: 0, modulePreload: { polyfill: false }, chunkSizeWarningLimit: 1200 },
  // styled-components asks this global for the nonce of the style element that it makes.
  define: { __webpack_nonce__: "globalThis.__styleNonce" },
  // The server takes a save only from a page of its own host: the page's host is passed on as it is.
  server: { proxy: { "/api": { target: SERVER, changeOrigin: false } } },
  test: { environment: "jsdom", include: ["src/**/*.test.{ts,tsx}"] },
});
