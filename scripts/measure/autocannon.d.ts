/** The package ships without its types; this is the part that is used here. */
declare module 'autocannon' {
  export default function autocannon(options: {
    url: string;
    connections: number;
    duration: number;
  }): Promise<{ requests: { average: number }; non2xx: number }>;
}
