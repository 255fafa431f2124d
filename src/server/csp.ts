export interface PageHashes {
  script: string[];
  style: string[];
}

/** sha256 of the empty string: emotion adds an empty <style> and fills it through insertRule(). */
const EMPTY = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='";

export function pagePolicy(dev: boolean, h: PageHashes | undefined): string {
  const script = dev ? "'self' 'unsafe-inline' 'unsafe-eval'" : ["'self'", ...(h?.script ?? [])].join(" ");
  const styleElem = dev ? "'self' 'unsafe-inline'" : ["'self'", EMPTY, ...(h?.style ?? [])].join(" ");
  return [
    "default-src 'none'",
    `script-src ${script}`,
    `style-src 'self'`,
    `style-src-elem ${styleElem}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${dev ? " ws:" : ""}`,
    `worker-src 'self'${dev ? " blob:" : ""}`,
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
    "object-src 'none'",
  ].join("; ");
}
