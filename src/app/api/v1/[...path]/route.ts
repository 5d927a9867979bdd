import { answer } from '../answer';

export const dynamic = 'force-dynamic';

export {
  answer as GET,
  answer as HEAD,
  answer as OPTIONS,
  answer as POST,
  answer as PUT,
  answer as PATCH,
  answer as DELETE,
};
