import { useEffect, useMemo, useRef } from 'react';
import { isStopped } from '../api/client';
import { sayProblem, useNotes } from '../parts/notes';
import { isSilence } from '../workbench/SaveQueue';
import { useSession } from '../workbench/session';
import { whole } from './manifest';
import { answered, ask, gaveUp } from './progress';
import { RequestStream } from './RequestStream';
import { useFrame, useSeen, useSelection, useView } from './view';

/** Keeps a view up to date: what is chosen in it, and what is changed in the site, is asked for. Draws nothing. */
export function Seeing() {
  const { site, edits, pending, returns, waits, lost } = useSession();
  const { api, seen, progress } = useView();
  const stream = useMemo(() => new RequestStream((working) => seen.setState({ working })), [seen]);
  const { falloff, stage, layer, property, shows, time, comparing, alone, course } = useSelection('falloff', 'stage', 'layer', 'property', 'shows', 'time', 'comparing', 'alone', 'course');
  const { full, from } = useFrame('full', 'from');
  const { again } = useSeen('again');
  const draft = pending.length > 0;
  const { id, revision } = site;

  useEffect(() => {
    const asked = ask(progress);
    const before = stage > 0 ? stage - 1 : 0;
    const common = { time, alone, draft, full, ...(course === null ? {} : { courseLayer: layer, courseStep: course }), ...from };
    const request = shows === 'property' && !comparing ? { falloff, stage, layer, property, ...common } : { falloff, stage: comparing ? before : stage, layer: '', property: '', ...common };
    stream.wish(async (signal) => {
      try {
        const held = seen.getState().manifest;
        const manifest = whole(held, await api.view(id, revision, edits, { ...request, since: held?.key }, signal));
        answered(manifest, asked, revision);
        seen.setState({ manifest });
        useNotes.getState().over('view');
        return false;
      } catch (error) {
        gaveUp(progress, asked);
        if (isSilence(error)) lost();
        else if (!isStopped(error)) sayProblem(error, 'view');
        // given up by the server though nobody here has stopped it
        return isStopped(error);
      }
    });
  }, [api, stream, seen, progress, id, revision, edits, draft, falloff, stage, layer, property, shows, time, comparing, alone, course, full, from, returns, again, lost]);

  const { manifest } = useSeen('manifest');
  const looked = useRef('');
  const looking = useMemo(() => new RequestStream(() => undefined), []);
  useEffect(
    () => () => {
      // a view that is turned to another site shows nothing of this one
      stream.stop();
      looking.stop();
      looked.current = '';
      seen.setState({ manifest: null, findings: null });
    },
    [seen, stream, looking, id],
  );
  useEffect(() => {
    // the picture comes first, and what is being dragged is nobody's mistake yet
    if (!manifest || draft) return;
    const state = JSON.stringify([id, revision, edits]);
    if (state === looked.current) return;
    looking.wish(async (signal) => {
      try {
        seen.setState({ findings: await api.findings(id, revision, edits, signal) });
        looked.current = state;
        return false;
      } catch (error) {
        if (!isStopped(error) && !isSilence(error)) sayProblem(error, 'findings');
        return isStopped(error);
      }
    });
  }, [api, looking, seen, manifest, draft, id, revision, edits]);

  useEffect(() => progress.setState({ saving: waits }), [progress, waits]);
  useEffect(() => {
    seen.setState({
      stop: () => {
        stream.stop();
        api.stop().catch(sayProblem);
        useNotes.getState().say('Stopped. The picture is the last whole one; any change computes anew.');
      },
    });
  }, [seen, stream, api]);
  return null;
}
