/** The page's security policy lets in only styles that carry the nonce of this page. Imported before anything that makes styles. */
export const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content;

// The style engine of the notices looks for it here.
(window as { __nonce__?: string }).__nonce__ = nonce;
