/** What is dragged has arrow keys of its own, which move it in steps that mean something. */
export const BY_POINTER = { pointer: { keys: false } } as const;
