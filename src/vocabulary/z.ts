import * as z from "./zodParts";

// Without this Zod probes `new Function`, which the Content-Security-Policy blocks and reports.
z.config({ jitless: true });

export { z };
