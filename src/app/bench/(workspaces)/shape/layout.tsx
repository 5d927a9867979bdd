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
  const inForce = model(installation);
  // Only who may shape it sees the working copy; everyone else sees the model in force.
  const copy = may(person.role, 'shape the model')
    ? await working(installation)
    : {
        base: inForce.revision,
        number: 0,
        document: inForce.document,
        faults: [],
        used: [],
        shown: [],
        changes: 0,
      };
  return (
    <WorkingModelProvider inForce={{ ...inForce }} working={{ ...copy }}>
      <SampleState>{children}</SampleState>
    </WorkingModelProvider>
  );
}
