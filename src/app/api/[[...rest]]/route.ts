const nothing = (): Response =>
  Response.json(
    {
      type: 'about:blank',
      title: 'There is nothing at this address. The interface begins at /api/v1.',
      status: 404,
      errors: [],
    },
    { status: 404, headers: { 'Content-Type': 'application/problem+json' } },
  );

export { nothing as GET, nothing as POST, nothing as PUT, nothing as PATCH, nothing as DELETE };
