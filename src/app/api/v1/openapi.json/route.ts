import { openApi } from '../../../../contract/openapi';
import { sharedInstallation } from '../../../../services/runtime';
import { personOfRequest } from '../answer';

export const dynamic = 'force-dynamic';

/** The OpenAPI document of this installation. What its content types are is told to those who are signed in. */
export async function GET(request: Request): Promise<Response> {
  const installation = await sharedInstallation();
  const person = await personOfRequest(installation, request);
  return Response.json(openApi(person ? installation.model : undefined), {
    headers: { 'Cache-Control': 'no-store', Vary: 'Cookie' },
  });
}
