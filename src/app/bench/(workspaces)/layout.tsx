import { model } from '../../../services/model';
import type { ReactElement, ReactNode } from 'react';
import { overview } from '../../../services/overview';
import { personAnswer } from '../../../services/people';
import { ModelProvider } from '../../../ui/model-in-force';
import { Shell } from '../../../ui/shell/shell';
import { signedIn } from '../signed-in';

export default async function WorkspacesLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const { revision, document } = model(installation);
  return (
    <Shell person={personAnswer(person)} overview={await overview(installation, person)}>
      <ModelProvider revision={revision} document={JSON.stringify(document)}>
        {children}
      </ModelProvider>
    </Shell>
  );
}
