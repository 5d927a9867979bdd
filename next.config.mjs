/**
 * Not in TypeScript: the server would load a compiler at each start, and keep it in memory, to read these lines.
 *
 * @type {import('next').NextConfig}
 */
const config = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug', '@node-rs/argon2', 'sharp', 'nodemailer'],
  poweredByHeader: false,
  reactStrictMode: true,
  // `npm test` checks the types of everything at once; the build need not do it again.
  typescript: { ignoreBuildErrors: true },
  // Class names end up in the OpenAPI document.
  experimental: { serverMinification: false },
  headers: async () => [
    {
      source: '/fonts/:file*',
      headers: [{ key: 'Cache-Control', value: 'public, max-age=31536000, immutable' }],
    },
  ],
};

export default config;
