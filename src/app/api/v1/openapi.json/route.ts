import { sharedInstallation } from '../../../../services/runtime/open';
import { openApi } from '../../../../contract/openapi';

export const dynamic = 'force-dynamic';

/** The OpenAPI document of this installation, open to anyone who would build on it. */
export async function GET(): Promise<Response> {
  return Response.json(openApi((await sharedInstallation()).model), {
    headers: { 'Cache-Control': 'no-cache' },
  });
}
