/** Hands this page's style nonce to styled-components; must be imported before anything styled. */
const meta = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]');
(globalThis as { __styleNonce?: string }).__styleNonce = meta?.nonce || meta?.content || undefined;
