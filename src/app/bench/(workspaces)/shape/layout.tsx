import { model, working } from '../../../../services/model';
import type { Metadata } from 'next';
import type { ReactElement, ReactNode } from 'react';
import { may } from '../../../../core/roles';
import { signedIn } from '../../signed-in';
import { SampleState } from './sample/sample-state';
import { WorkingModelProvider } from './working-model';

export const metadata: Metadata = { title: 'Shape' };

export default async function ShapeLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  // Only who may shape it sees the working copy; everyone else sees the model in force.
  const { revision, document: inForce } = model(installation);
  const copy = may(person.role, 'shape the model')
    ? await working(installation)
    : { base: revision, number: 0, document: inForce, faults: [], used: [], shown: [], changes: 0 };
  const { document, ...told } = copy;
  return (
    <WorkingModelProvider
      working={told}
      {...(document === inForce ? {} : { document: JSON.stringify(document) })}
    >
      <SampleState>{children}</SampleState>
    </WorkingModelProvider>
  );
}
