'use client';
import { useRouter } from 'next/navigation';
import { useEffect, type ReactElement } from 'react';
import { useIsHere } from '../../../../ui/going';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Workspace } from '../../../../ui/shell/workspace';
import { ShapeOutline } from './shape-outline';
import { useWorkingModel } from './working-model';

/** Leads to the first type there is; where there is none, says what belongs here. */
export default function ShapePage(): ReactElement {
  const { document } = useWorkingModel();
  const router = useRouter();
  const [first] = document.contentTypes;
  const isHere = useIsHere();
  useEffect(() => {
    if (first && isHere()) router.replace(`/bench/shape/content/${first.key}`);
  }, [first, isHere, router]);
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      {!first && (
        <div className={look.empty}>
          <strong>Here you decide what the site is made of.</strong>
          <p>
            A content type is the shape of an entry: a species, an event, a notice. Give the first one a name
            in the outline, under “Content types”, and then list its fields.
          </p>
          <p>
            <Link href="/bench/begin">Begin from a ready-made site instead</Link>
          </p>
        </div>
      )}
    </Workspace>
  );
}
