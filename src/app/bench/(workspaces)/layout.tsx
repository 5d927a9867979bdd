import { model, modelVersion } from '../../../services/model';
import type { ReactElement, ReactNode } from 'react';
import { overview } from '../../../services/overview';
import { personAnswer } from '../../../services/people';
import { ModelProvider } from '../../../ui/model-in-force';
import { modelAddress, sendModel } from '../../../ui/model-sent';
import { Shell } from '../../../ui/shell/shell';
import { signedIn } from '../signed-in';

export default async function WorkspacesLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const version = modelVersion(installation);
  sendModel(version, model(installation));
  return (
    <>
      {/* Under way before the scripts are that ask for it. */}
      <link rel="preload" as="fetch" crossOrigin="anonymous" href={modelAddress(version)} />
      <Shell person={personAnswer(person)} overview={await overview(installation, person)}>
        <ModelProvider version={version}>{children}</ModelProvider>
      </Shell>
    </>
  );
}
