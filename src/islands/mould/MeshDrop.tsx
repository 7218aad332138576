import { Choice } from '@/ui/Choice.tsx';
import { useRef, useState } from 'react';
import type { Cavity } from '@/core/mould/index.ts';
import type { Measured, MeshUnit } from '@/core/mesh/index.ts';
import { inMm, MESH_UNITS, meshRemarks } from '@/core/mesh/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { measureMesh } from '@/worker/measureMesh.ts';

/** Takes a cavity's volume, section and outline from a mesh of the bait. */
export function MeshDrop({
  units,
  take,
}: {
  units: ShopUnits;
  take: (part: Partial<Cavity>) => void;
}) {
  const [share, setShare] = useState<number | null>(null);
  const [wrong, setWrong] = useState('');
  const [mesh, setMesh] = useState<Measured | null>(null);
  const [unit, setUnit] = useState<MeshUnit>('mm');
  const [over, setOver] = useState(false);
  const running = useRef<AbortController>(undefined);
  const read = async (file: File | undefined) => {
    if (!file) return;
    running.current?.abort();
    const control = new AbortController();
    running.current = control;
    setMesh(null);
    setWrong('');
    setShare(0);
    const result = await measureMesh(file, setShare, control.signal);
    if (running.current !== control) return;
    setShare(null);
    if (result === null) return;
    if (result.ok) setMesh(result.measured);
    else setWrong(result.message);
  };
  const size = mesh && inMm(mesh, unit);
  return (
    <div className="md:col-span-2">
      <label
        className={
          'flex min-h-20 cursor-pointer flex-wrap items-center gap-3 border-[1.5px] ' +
          `border-dashed border-ink px-4 py-3 ${over ? 'bg-raised' : ''}`
        }
        onDragOver={(drag) => {
          drag.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(drag) => {
          drag.preventDefault();
          setOver(false);
          void read(drag.dataTransfer.files[0]);
        }}
      >
        <span className="min-w-0 flex-1">
          <b>Drop a mesh of the bait here</b>, or choose one{' '}
          <span className="hint block">
            STL, binary or ASCII. It is measured on this device and goes nowhere.
          </span>
        </span>
        <input
          type="file"
          accept=".stl,model/stl"
          className="sr-only"
          aria-label="A mesh of the bait"
          onChange={(change) => {
            void read(change.target.files?.[0]);
            change.target.value = '';
          }}
        />
      </label>
      {share !== null && (
        <p className="mt-2 flex items-center gap-3" role="status">
          <span>Measuring, {Math.round(share * 100)} %</span>
          <progress value={share} max={1} aria-label="Measuring the mesh" className="flex-1" />
          <button
            type="button"
            className="act"
            onClick={() => {
              running.current?.abort();
              setShare(null);
            }}
          >
            Stop
          </button>
        </p>
      )}
      <Wrong className="mt-2">{wrong}</Wrong>
      {mesh && size && (
        <div className="mt-3 border-l-[1.5px] border-ink pl-4">
          <Choice
            label="The file’s units, which it does not say"
            value={unit}
            of={MESH_UNITS}
            onChange={setUnit}
            className="max-w-60"
          />
          <div className="mt-2 flex flex-wrap items-center gap-6">
            <Bait
              outline="eel"
              profile={mesh.profile}
              layers={[{ place: 'whole', colour: 'var(--raised)' }]}
              width={220}
              label="Side outline of the mesh"
            />
            <p>
              <b className="figure text-2xl" data-mesh-volume>
                {say(size.volume, 'volume', units, 2)}
              </b>
              <span className="hint block">
                {say(size.length, 'length', units, 1)} long, thickest section{' '}
                {say(size.section, 'length', units, 1)}; {mesh.triangles.toLocaleString('en')}{' '}
                triangles
              </span>
            </p>
          </div>
          <ul className="mt-2">
            {mesh.watertight && !meshRemarks(mesh).length && (
              <li>
                <Verdict verdict="good">It is watertight.</Verdict>
              </li>
            )}
            {meshRemarks(mesh).map((meshRemark) => (
              <li key={meshRemark.sentence}>
                <Verdict verdict={meshRemark.weight}>{meshRemark.sentence}</Verdict>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="act act-main mt-3"
            onClick={() => {
              take({
                source: 'mesh',
                measured: size.volume,
                length: Math.round(size.length * 10) / 10,
                section: Math.round(size.section * 10) / 10,
                profile: mesh.profile,
              });
              setMesh(null);
            }}
          >
            Take it for the cavities
          </button>
        </div>
      )}
    </div>
  );
}
