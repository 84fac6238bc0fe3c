// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { api } from '../../src/api/client';
import type { AllKinds, Edit, Falloff, Manifest, StageView } from '../../src/api/types';
import { useNotes } from '../../src/parts/notes';
import { AimField } from '../../src/workbench/AimField';
import { ResultCard } from '../../src/workbench/ResultCard';
import { StepStrip } from '../../src/workbench/StepStrip';
import { eachAnew, falloffOf, recipeOf, sessionOf, showIn, theView } from './fakeSession';

const summary = (part: object = {}) => ({ min: 0, max: 1, mean: 0.5, covered: 0.42, histogram: [0.5, 0.25, 0.25], ...part });

eachAnew({ falloff: 'shore', shows: 'falloff' });

describe('what comes out of a falloff', () => {
  const view = { stage: 0, title: 'Height', picture: 'abc', summary: summary() } as unknown as StageView;
  const recipe = recipeOf({
    falloffs: [falloffOf(), falloffOf({ id: 'wet', name: 'Wet', source: { kind: 'noise', seed: 4 } })],
    drives: [{ layer: 'g', property: 'density', falloff: 'shore', curve: [] }, { layer: 'g', property: 'length', falloff: 'shore', curve: [] }, { layer: 'g', property: 'length', falloff: 'wet', curve: [] }],
  });
  const open = (which = 0, shown: StageView | undefined = view, part: object = {}) => {
    const session = sessionOf(recipe, part);
    showIn(session, <ResultCard falloff={recipe.falloffs[which]!} view={shown} />);
    return session;
  };

  it('says what it drives from the site itself, also while nothing is computed', () => {
    open(0, undefined);
    expect(screen.getByText('drives 2 cells')).toBeTruthy();
    cleanup();
    open(1, undefined);
    expect(screen.getByText('drives 1 cell')).toBeTruthy();
  });

  it('says how much it covers, and aims at another share', async () => {
    const aim = vi.spyOn(api, 'aim').mockResolvedValue({ edits: [], text: 'It covers 60 %.', met: true } as never);
    open();
    expect(document.querySelector('.pictures')!.textContent).toContain('covers 42 %');
    const cover = screen.getByLabelText('cover, in %');
    await userEvent.clear(cover);
    await userEvent.type(cover, '60 %{Enter}');
    await waitFor(() => expect(aim).toHaveBeenCalledWith('tarn', { base: 3, falloff: 'shore', share: 0.6, layer: '', plants: 0 }));
  });

  it('has a value for each plant rather than a share where its source says so', () => {
    open(0, view, { manifest: { falloffs: [{ id: 'shore', perPlant: true, stages: [] }], layers: [] } as unknown as Manifest });
    expect(screen.getByText(/a value/)).toBeTruthy();
    expect(screen.queryByLabelText('cover, in %')).toBeNull();
  });

  it('is doubled beside itself with ids and a seed of its own', async () => {
    const session = open(1);
    await userEvent.click(screen.getByRole('button', { name: 'Wet: more' }));
    await userEvent.click(screen.getByText('Duplicate'));
    const [edit] = session.commit.mock.lastCall![0] as Edit[];
    expect(edit).toMatchObject({ kind: 'add-falloff', index: 2, added: { name: 'Wet 2', source: { kind: 'noise', seed: 5 } } });
    expect(theView().selection.getState().falloff).toBe((edit as unknown as { added: Falloff }).added.id);
  });

  it('is moved, and deleted with words about what goes along', async () => {
    const session = open();
    await userEvent.click(screen.getByRole('button', { name: 'Shore: more' }));
    await userEvent.click(screen.getByText('Move column right'));
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'move-falloff', falloff: 'shore', index: 1 }]);
    await userEvent.click(screen.getByText('Delete'));
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'remove-falloff', falloff: 'shore' }], 'Deleted Shore, its 2 drives and the steps that used it.']);
    expect(theView().selection.getState().falloff).toBe('wet');
  });
});

describe('the strip of steps', () => {
  const kinds = { sources: [{ name: 'height', title: 'Height', settings: [] }], steps: [{ name: 'invert', title: 'Invert', settings: [] }], families: [], layerKinds: [{ kind: 'cover', family: 'cover', results: [], tools: [], properties: [{ name: 'density', title: 'density' }] }], shapes: [], layers: [] } as unknown as AllKinds;
  const steps = [{ id: 'a', kind: 'invert', skipped: false }, { id: 'b', kind: 'invert', skipped: false }];
  const open = (part: object = {}) => {
    const session = sessionOf(recipeOf({ falloffs: [falloffOf({ steps })], layers: [{ id: 'g', kind: 'cover', name: 'Grass', properties: { density: {} } }], ...part }), { kinds });
    showIn(session, <StepStrip />);
    return session;
  };

  it('says what a falloff is where there is none', () => {
    open({ falloffs: [] });
    expect(screen.getByText(/A falloff is a number from 0 to 1/)).toBeTruthy();
  });

  it('says that the chosen row is not driven by it', () => {
    theView().selection.setState({ shows: 'property', layer: 'g', property: 'density' });
    open();
    expect(document.querySelector('.strip-label')!.textContent).toBe('Steps of Shore, which does not drive density of Grass');
    cleanup();
    open({ drives: [{ layer: 'g', property: 'density', falloff: 'shore', curve: [] }] });
    expect(document.querySelector('.strip-label')!.textContent).toBe('Steps of Shore');
  });

  it('moves, doubles and deletes a step', async () => {
    const session = open();
    const [first, second] = screen.getAllByRole('button', { name: 'Invert: more' });
    await userEvent.click(first!);
    await userEvent.click(screen.getAllByText('Duplicate')[0]!);
    const [edit] = session.commit.mock.lastCall![0] as unknown as { kind: string; index: number; step: { id: string } }[];
    expect(edit).toMatchObject({ kind: 'add-step', index: 1 });
    expect(['a', 'b']).not.toContain(edit!.step.id);
    fireEvent.keyDown(screen.getAllByRole('button', { name: /^Show Invert in the view/ })[1]!, { key: 'ArrowLeft', altKey: true });
    expect(session.commit.mock.lastCall![0]).toEqual([{ kind: 'move-step', falloff: 'shore', step: 'b', index: 0 }]);
    await userEvent.click(second!);
    await userEvent.click(screen.getAllByText('Delete')[1]!);
    expect(session.commit.mock.lastCall).toEqual([[{ kind: 'remove-step', falloff: 'shore', step: 'b' }], 'Deleted a step of Shore.']);
  });
});

describe('a wanted outcome', () => {
  const solved = { edits: [{ kind: 'set-step' }], text: 'Moss covers 30 %.', met: true };
  const open = () => {
    const session = sessionOf(recipeOf());
    showIn(session, <AimField label="cover" unit="%" now={12} wish={(number) => ({ falloff: 'f', share: number / 100, layer: '', plants: 0 })} />);
    return session;
  };
  const ask = async (text: string) => {
    const field = screen.getByLabelText('cover, in %');
    await userEvent.clear(field);
    await userEvent.type(field, `${text}{Enter}`);
  };

  it('is one change, said with what came of it and how to take it back', async () => {
    vi.spyOn(api, 'aim').mockResolvedValue(solved as never);
    const session = open();
    await ask('30');
    await waitFor(() => expect(session.commit).toHaveBeenCalledWith(solved.edits));
    const note = useNotes.getState().notes.at(-1)!;
    expect(note).toMatchObject({ text: 'Moss covers 30 %.', bad: false, action: { label: 'Undo' } });
    note.action!.run();
    expect(session.undo).toHaveBeenCalled();
  });

  it('says as a warning what could not be met, and in red why nothing was done', async () => {
    const aim = vi.spyOn(api, 'aim').mockResolvedValue({ ...solved, met: false } as never);
    const session = open();
    await ask('99,5');
    await waitFor(() => expect(useNotes.getState().notes.at(-1)).toMatchObject({ bad: true }));
    expect(aim.mock.lastCall![1]).toMatchObject({ share: 0.995 });
    session.commit.mockClear();
    aim.mockRejectedValue(new Error('A share lies between 0 and 100 %.'));
    await ask('-5');
    await waitFor(() => expect(useNotes.getState().notes.at(-1)?.text).toBe('A share lies between 0 and 100 %.'));
    expect(session.commit).not.toHaveBeenCalled();
  });

  it('leaves what is no number as it was', async () => {
    const aim = vi.spyOn(api, 'aim');
    open();
    await ask('most');
    expect(aim).not.toHaveBeenCalled();
    expect((screen.getByLabelText('cover, in %') as HTMLInputElement).value).toBe('12');
  });
});
