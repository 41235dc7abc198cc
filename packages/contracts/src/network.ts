import * as z from 'zod';
import { stamp } from './fields';

/** How other machines reach the program. */
export const networkSchema = z.object({
  /** Addresses of its pages; none while it is there on its own machine only. */
  addresses: z.array(z.string()),
  /**
   * Authority of the machine itself, which a device must trust first; null with a certificate that is trusted anyway.
   */
  authority: z
    .object({
      /** SHA-256 of the certificate, as devices show it: pairs of figures with colons between. */
      fingerprint: z.string(),
      until: stamp,
    })
    .nullable(),
});
export type Network = z.infer<typeof networkSchema>;
