import type { DeviceKind, NewDeviceReply, Station } from '@north-step/contract';
import { DEVICE_KINDS } from '@north-step/contract/deviceKinds';
import { upperFirst } from '@north-step/core/units';
import { useState } from 'react';
import { postNow } from '../../commands/postNow.ts';
import { CheckField, SelectField, Sheet, TextField } from '../../ui/index.ts';
import { kindWords } from './panel.ts';

type Added = NewDeviceReply & { readonly name: string };

/** A bridge of a real device is made known: its token is shown this once, its samples from then on. A simulated one runs at once, to practise with. */
export function AddDevice({
  stations,
  onClose,
}: {
  readonly stations: readonly Station[];
  readonly onClose: () => void;
}) {
  const [kind, setKind] = useState<DeviceKind>('scale');
  const [name, setName] = useState<string>();
  const [stationId, setStationId] = useState('');
  const [practice, setPractice] = useState(false);
  const [failed, setFailed] = useState<string>();
  const [added, setAdded] = useState<Added>();
  const called = name ?? upperFirst(kindWords(kind));
  const add = async () => {
    setFailed(undefined);
    const body = { kind, name: called.trim(), practice, ...(stationId ? { stationId } : {}) };
    const answer = await postNow<NewDeviceReply>('/api/devices', body);
    if (answer.ok && practice) onClose();
    else if (answer.ok) setAdded({ ...answer.reply, name: called });
    else setFailed(answer.message);
  };
  return (
    <Sheet open onOpenChange={onClose} title={added ? `${added.name} is known now` : 'Add a device'}>
      {added ? (
        <TokenOnce added={added} onClose={onClose} />
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <SelectField
            label="What it is"
            value={kind}
            options={DEVICE_KINDS.map((one) => ({ value: one, text: kindWords(one) }))}
            onChange={setKind}
          />
          <TextField label="Called" longest={40} needed value={called} className="mt-2" onChange={setName} />
          <SelectField
            label="Where it stands"
            value={stationId}
            options={[
              { value: '', text: 'in the room' },
              ...stations.map(({ id, name: at }) => ({ value: id, text: at })),
            ]}
            className="mt-2"
            onChange={setStationId}
          />
          <CheckField
            label="Simulated, for practice: nothing real is connected"
            value={practice}
            onChange={setPractice}
          />
          {failed && (
            <p role="alert" className="mt-3 border-l-4 border-brick pl-3">
              {failed}
            </p>
          )}
          <button type="submit" className="btn btn-sea mt-3">
            Make it known
          </button>
        </form>
      )}
    </Sheet>
  );
}

function TokenOnce({ added: { id, token }, onClose }: { readonly added: Added; readonly onClose: () => void }) {
  return (
    <>
      <p>
        Its token is shown this once. Put both into its bridge; whoever has them can speak for it. Take the device away
        and the token counts no more.
      </p>
      <dl className="mt-3">
        <dt className="label">Id</dt>
        <dd className="m-0 font-mono break-all">{id}</dd>
        <dt className="label mt-2">Token</dt>
        <dd className="m-0 font-mono break-all">{token}</dd>
      </dl>
      <button type="button" className="btn btn-sea mt-3" onClick={onClose}>
        It is in the bridge
      </button>
    </>
  );
}
