/**
 * How the server uses its machine: many questions to the database at once, and no more memory than it needs (young
 * objects and the allocator's arenas take 50 MB more by default, for nothing that was measured).
 */
export const machine = {
  flags: ['--max-semi-space-size=4'],
  env: { UV_THREADPOOL_SIZE: '16', MALLOC_ARENA_MAX: '1' },
};
