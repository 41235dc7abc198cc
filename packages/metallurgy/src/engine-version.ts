/** Version of the computation; stored with every decision, raised when figures change. */
export const ENGINE_VERSION = '0.6.0';
