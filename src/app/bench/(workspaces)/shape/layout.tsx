import type { Metadata } from 'next';
import type { ReactElement, ReactNode } from 'react';
import { may } from '../../../../core/roles';
import { model, working } from '../../../../services/model';
import { signedIn } from '../../signed-in';
import { SampleState } from './sample/sample-state';
import { WorkingModelProvider } from './working-model';

export const metadata: Metadata = { title: 'Shape' };

export default async function ShapeLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const { house, person } = await signedIn();
  const inForce = model(house);
  // Only who may shape it sees the working copy; everyone else sees the model in force.
  const copy = may(person.role, 'shape the model') ? await working(house) : { base: inForce.revision, number: 0, document: inForce.document, faults: [], used: [], changes: 0 };
  return <WorkingModelProvider inForce={{ ...inForce }} working={{ ...copy }}><SampleState>{children}</SampleState></WorkingModelProvider>;
}
