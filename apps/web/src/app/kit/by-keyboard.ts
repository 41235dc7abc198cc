/** Whether the person works by keyboard just now: what they are on shows its focus. */
export const byKeyboard = (): boolean => document.activeElement?.matches(':focus-visible') ?? false;
