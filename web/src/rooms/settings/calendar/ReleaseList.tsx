import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { AppView } from '../../../api/queries';
import { useReleases, useRemove, useSaveRelease, type EnteredRelease } from '../../../api/settings';
import { instantIn } from '../../../words/dates';
import { ImportMarks } from './ImportMarks';
import { ActionsHead, RowActions } from '../RowActions';
import { StoreFeed } from '../data/StoreFeed';
import { fieldOf, instantOf } from './times';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';
import { DateField } from '../../../kit/DateField';

interface ListProps {
  app: AppView;
  mayChange: boolean;
}

const percent = (share: number) => `${Math.round(share * 1000) / 10}%`;

/** The releases of an app, each with the steps of its rollout. */
export function ReleaseList({ app, mayChange }: ListProps) {
  const releases = useReleases(app.key);
  const remove = useRemove(app.key);
  const [editing, setEditing] = useState<EnteredRelease | 'new'>();
  if (releases.isError) return <p className="fall">{releases.error.message}</p>;
  return (
    <>
      <h1 className="serif">Releases of {app.name}</h1>
      {mayChange && (
        <p>
          <Button variant="contained" onClick={() => setEditing('new')}>
            Add release
          </Button>{' '}
          <ImportMarks app={app} />
        </p>
      )}
      {mayChange && <StoreFeed app={app} />}
      {editing && (
        <ReleaseForm
          key={editing === 'new' ? 'new' : editing.id}
          app={app}
          release={editing === 'new' ? undefined : editing}
          onDone={() => setEditing(undefined)}
        />
      )}
      {releases.data?.length === 0 ? (
        <p>No releases yet. Versions seen in events are on the rail anyway.</p>
      ) : (
        <Table className="ruled">
          <thead>
            <tr>
              <th scope="col">Version</th>
              <th scope="col">Platform</th>
              <th scope="col">Build</th>
              <th scope="col">Rollout</th>
              {mayChange && <ActionsHead />}
            </tr>
          </thead>
          <tbody>
            {releases.data?.map((release) => (
              <tr key={release.id}>
                <th scope="row">{release.version}</th>
                <td>{release.platform}</td>
                <td>{release.build}</td>
                <td className="wide">
                  {release.steps
                    .map((step) => `${percent(step.share)} from ${instantIn(step.starts, app.zone)}`)
                    .join(' · ')}
                </td>
                {mayChange && (
                  <RowActions
                    what={`the release ${release.version} on ${release.platform || 'all platforms'}`}
                    onChange={() => setEditing(release)}
                    onRemove={() => remove.mutate({ what: 'release', id: release.id })}
                  />
                )}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {remove.error && <p className="fall">{remove.error.message}</p>}
    </>
  );
}

interface ReleaseFormProps {
  app: AppView;
  release: EnteredRelease | undefined;
  onDone: () => void;
}

function ReleaseForm({ app, release, onDone }: ReleaseFormProps) {
  const [version, setVersion] = useState(release?.version ?? '');
  const [platform, setPlatform] = useState(release?.platform ?? '');
  const [build, setBuild] = useState(release?.build ?? '');
  const [steps, setSteps] = useState(
    release?.steps.map((step) => ({
      at: fieldOf(step.starts, app.zone),
      percent: String(step.share * 100),
    })) ?? [{ at: '', percent: '100' }],
  );
  const save = useSaveRelease(app.key);
  const change = (index: number, part: Partial<{ at: string; percent: string }>) =>
    setSteps(steps.map((step, i) => (i === index ? { ...step, ...part } : step)));
  const submit = () => {
    const entry = {
      version: version.trim(),
      platform: platform.trim(),
      build: build.trim(),
      steps: steps.map((step) => ({
        starts: instantOf(step.at, app.zone),
        share: Number(step.percent) / 100,
      })),
    };
    save.mutate(release ? { id: release.id, entry } : { entry }, { onSuccess: onDone });
  };
  return (
    <form
      className="entry"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <FormLine>
        <TextField
          label="Version"
          required
          disabled={Boolean(release)}
          value={version}
          onChange={(event) => setVersion(event.target.value)}
        />
        <TextField
          label="Platform"
          required
          disabled={Boolean(release)}
          value={platform}
          onChange={(event) => setPlatform(event.target.value)}
        />
        <TextField label="Build" value={build} onChange={(event) => setBuild(event.target.value)} />
      </FormLine>
      {steps.map((step, index) => (
        <FormLine key={index}>
          <DateField
            label={`Step ${index + 1} begins (${app.zone})`}
            hasTime
            required
            value={step.at}
            onChange={(at) => change(index, { at })}
          />
          <TextField
            label="Reaches (%)"
            type="number"
            required
            value={step.percent}
            onChange={(event) => change(index, { percent: event.target.value })}
            slotProps={{ htmlInput: { min: 0.1, max: 100, step: 'any' } }}
          />
          {steps.length > 1 && (
            <TextButton onClick={() => setSteps(steps.filter((_, i) => i !== index))}>
              Remove this step
            </TextButton>
          )}
        </FormLine>
      ))}
      <p>
        <TextButton onClick={() => setSteps([...steps, { at: '', percent: '100' }])}>Add step</TextButton>
      </p>
      <Button type="submit" variant="contained" disabled={save.isPending}>
        {release ? 'Save' : 'Add'}
      </Button>{' '}
      <Button onClick={onDone}>Cancel</Button>
      {save.error && (
        <p className="fall" role="alert">
          {save.error.message}
        </p>
      )}
    </form>
  );
}
