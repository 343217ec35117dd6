/** Stands in for Next's marker of server code, which throws anywhere else. */
export {};
