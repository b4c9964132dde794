import { FormLine } from '../../../kit/layout';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  useAddPerson,
  useChangeRole,
  useNewPassword,
  usePeople,
  useShutOut,
  type PersonView,
  type Role,
} from '../../../api/settings';
import { ConfirmButton } from '../../../kit/ConfirmButton';
import { ROLES } from './roles';
import { ShownOnce } from './ShownOnce';
import { TextButton } from '../../../kit/buttons';
import { Table } from '../../../kit/Table';
import { Select } from '../../../kit/fields';

/** Who may sign in, and as what. */
export function PeopleList() {
  const people = usePeople();
  const anew = useNewPassword();
  if (people.isError) return <p className="fall">{people.error.message}</p>;
  return (
    <>
      <h1 className="serif">Members</h1>
      <p className="second">
        Readers view. Analysts also import events and add releases. Admins also manage members and API keys.
      </p>
      <Table className="ruled">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Role</th>
            <th scope="col">Since</th>
            <th scope="col">Can sign in</th>
            <th scope="col">
              <span className="spoken">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {people.data?.map((person) => (
            <PersonRow key={person.id} person={person} onPassword={() => anew.mutate(person.id)} />
          ))}
        </tbody>
      </Table>
      {anew.data && (
        <ShownOnce what={`New password of ${anew.data.person.name}`} secret={anew.data.password} />
      )}
      {anew.error && <p className="fall">{anew.error.message}</p>}
      <AddPerson />
    </>
  );
}

function PersonRow({ person, onPassword }: { person: PersonView; onPassword: () => void }) {
  const change = useChangeRole();
  const shutOut = useShutOut();
  const fault = change.error ?? shutOut.error;
  const out = person.ended !== null;
  return (
    <tr>
      <th scope="row">{person.name}</th>
      <td>
        <RoleChoice
          label={`Role of ${person.name}`}
          role={person.role}
          onRole={(role) => change.mutate({ id: person.id, role })}
        />
        {fault && <span className="fall"> {fault.message}</span>}
      </td>
      <td>{person.created.slice(0, 10)}</td>
      <td>{out ? 'no' : person.demo ? 'yes, the demo account' : 'yes'}</td>
      <td>
        {!person.demo && (
          <ConfirmButton
            word="New password"
            question={`Set a new password for ${person.name}?`}
            onConfirm={onPassword}
          >
            The present password stops working at once, and all sessions of {person.name} end.
          </ConfirmButton>
        )}{' '}
        {out ? (
          <TextButton onClick={() => shutOut.mutate({ id: person.id, out: false })}>Activate</TextButton>
        ) : (
          <ConfirmButton
            word="Deactivate"
            question={`Deactivate ${person.name}?`}
            onConfirm={() => shutOut.mutate({ id: person.id, out: true })}
          >
            {person.name} can no longer sign in, and all sessions end at once. What {person.name} made stays.
          </ConfirmButton>
        )}
      </td>
    </tr>
  );
}

interface RoleChoiceProps {
  label: string;
  role: Role;
  onRole: (role: Role) => void;
}

function RoleChoice({ label, role, onRole }: RoleChoiceProps) {
  return <Select label={label} value={role} options={ROLES} onChange={onRole} />;
}

function AddPerson() {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('ANALYST');
  const add = useAddPerson();
  return (
    <>
      <FormLine
        as="form"

        onSubmit={(event) => {
          event.preventDefault();
          add.mutate({ name: name.trim(), role }, { onSuccess: () => setName('') });
        }}
      >
        <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} />
        <RoleChoice label="Role" role={role} onRole={setRole} />
        <Button type="submit" variant="contained" disabled={!name.trim() || add.isPending}>
          Add member
        </Button>
        {add.error && (
          <span className="fall" role="alert">
            {add.error.message}
          </span>
        )}
      </FormLine>
      {add.data && <ShownOnce what={`Password of ${add.data.person.name}`} secret={add.data.password} />}
    </>
  );
}
