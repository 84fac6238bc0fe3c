import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { ViewLinks } from '../parts/ViewLinks';
import { Seeing } from '../view/Seeing';
import { familyOf } from '../workbench/layerKinds';
import { useSession } from '../workbench/session';
import { SitePage } from '../workbench/SitePage';
import { UndoButtons } from '../workbench/UndoButtons';
import { StepStrip } from '../workbench/StepStrip';
import { PlantForm } from './PlantForm';
import { PlantList, type NurseryPlant } from './PlantList';
import { Sheet } from './Sheet';

/** Where plants are made and kept: all variants on a lined sheet beside a rule, grown and bent live. */
export function NurseryPage() {
  return (
    <SitePage name="nursery">
      <Seeing />
      <Nursery />
    </SitePage>
  );
}

function Nursery() {
  const { site, recipe, kinds, undo, redo } = useSession();
  const [wanted, setWanted] = useState('');
  const [strip, setStrip] = useState(false);
  const plants = recipe.layers.filter((layer): layer is NurseryPlant => familyOf(kinds, layer) === 'plant');
  const plant = plants.find((each) => each.id === wanted) ?? plants[0];
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || (event.target as HTMLElement).tagName === 'INPUT') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [undo, redo]);
  return (
    <div className={`nursery ${strip ? 'with-strip' : ''}`}>
      <header className="head">
        <Link to="/" className="brand">
          Lumbrit
        </Link>
        <h1 className="serif fs-5 mb-0">Nursery of {recipe.name}</h1>
        <UndoButtons keys />
        <ViewLinks site={site.id} here="nursery" />
      </header>
      <main className="nursery-middle">
        <PlantList plants={plants} chosen={plant?.id ?? ''} onChoose={setWanted} />
        {plant ? <Sheet key={`sheet ${plant.id}`} plant={plant} strip={strip} /> : <Empty />}
        {plant && <PlantForm key={`form ${plant.id}`} plant={plant} onStrip={setStrip} />}
      </main>
      {strip && <StepStrip />}
    </div>
  );
}

function Empty() {
  return (
    <p className="empty m-auto">
      No plants are kept here yet. Make one with <b>+ plant</b>: a clump, a tree, a stone … or bring a mesh in. Covers then plant it in the site.
    </p>
  );
}
