'use client';
import type { ReactElement } from 'react';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Workspace } from '../../../../../ui/shell/workspace';
import { FaultList } from '../fault-list';
import { ShapeOutline } from '../shape-outline';
import { useWorkingModel } from '../working-model';

/** Everything that is wrong with the working copy, with its place and, where one step mends it, that step. */
export default function ChecksPage(): ReactElement {
  const { faults } = useWorkingModel();
  const errors = faults.filter(({ weight }) => weight === 'error');
  const warnings = faults.filter(({ weight }) => weight === 'warning');
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>Checks</h1>
          <p className={look.pencil}>
            Found anew with every change. Errors hold back putting the working copy in force; warnings do not.
          </p>
        </div>
      </div>
      <Frame label="Checks">
        {faults.length === 0 && (
          <div className={look.empty}>
            <strong>Nothing is wrong with the model.</strong>
            <p>Every type can be reached, every rule can be kept, and everything shows somewhere.</p>
          </div>
        )}
        {faults.length > 0 && (
          <div style={{ padding: 16, display: 'grid', gap: 20 }}>
            {errors.length > 0 && (
              <section aria-label="Errors">
                <h2 className={look.eyebrow}>
                  {errors.length} {errors.length === 1 ? 'error' : 'errors'}
                </h2>
                <FaultList faults={errors} placed />
              </section>
            )}
            {warnings.length > 0 && (
              <section aria-label="Warnings">
                <h2 className={look.eyebrow}>
                  {warnings.length} {warnings.length === 1 ? 'warning' : 'warnings'}
                </h2>
                <FaultList faults={warnings} placed />
              </section>
            )}
          </div>
        )}
      </Frame>
    </Workspace>
  );
}
