import { model } from '../../../../services/model/put-in-force';
import type { Metadata } from 'next';
import type { ReactElement, ReactNode } from 'react';
import { may } from '../../../../core/roles';
import { working } from '../../../../services/model/working-copy';
import { signedIn } from '../../signed-in';
import { SampleState } from './sample/sample-state';
import { WorkingModelProvider } from './working-model';

export const metadata: Metadata = { title: 'Shape' };

export default async function ShapeLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const inForce = model(installation);
  // Only who may shape it sees the working copy; everyone else sees the model in force.
  const copy = may(person.role, 'shape the model')
    ? await working(installation)
    : { base: inForce.revision, number: 0, document: inForce.document, faults: [], used: [], changes: 0 };
  return (
    <WorkingModelProvider inForce={{ ...inForce }} working={{ ...copy }}>
      <SampleState>{children}</SampleState>
    </WorkingModelProvider>
  );
}
