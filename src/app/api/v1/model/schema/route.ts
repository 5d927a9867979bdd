import { modelSchema } from '../../../../../core/formats/model-schema';

/** The JSON Schema of the model document. */
export function GET(): Response {
  return new Response(JSON.stringify(modelSchema, null, 2), {
    headers: { 'Content-Type': 'application/schema+json', 'Cache-Control': 'no-cache' },
  });
}
