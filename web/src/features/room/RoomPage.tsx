import type { RoomInput, RoomReply } from '@north-step/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAskBeforeLeaving } from '../../shell/useAskBeforeLeaving.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useRoomQuery } from '../../store/api.ts';
import { Failed, Loading, Sheet } from '../../ui/index.ts';
import { DeviceList } from '../devices/index.ts';
import { Layout, People } from '../layout/index.ts';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import { Backups } from './Backups.tsx';
import { Habits } from './Habits.tsx';
import { AirOfRoom, Prices, WorkCosts } from './RoomFields.tsx';
import { Sizes } from './Sizes.tsx';

/** The room, what stands in it by a ruler, and what solvent costs here. */
export function RoomPage() {
  const { data, isError, refetch } = useRoomQuery();
  if (isError && !data) return <Failed what="the room" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the room" />;
  return <RoomForm key={data.changedAtMs ?? 0} known={data} />;
}

function RoomForm({ known }: { readonly known: RoomReply }) {
  const acts = useDo();
  const [draft, setDraft] = useState<RoomInput>(known.room);
  const changed = JSON.stringify(draft) !== JSON.stringify(known.room);
  const leaving = useAskBeforeLeaving(changed);
  const set = (over: Partial<RoomInput>) => setDraft({ ...draft, ...over });
  return (
    <>
      <SlimBand
        say={
          changed
            ? 'Keep what you changed, or leave it as it was.'
            : `${draft.workshop}: ${draft.roomC} °C, ${draft.humidityPct} % humid.`
        }
        more={
          known.changedAtMs === null
            ? 'As it was set up. Sizes decide whether a part fits; heat and air decide how long it dries.'
            : `Said on ${dayAndClock(known.changedAtMs)} by ${known.changedBy}.`
        }
        keys={
          changed && (
            <>
              <SlimButton label="Keep" onPress={() => void acts.send('room.set', {}, { room: draft })} />
              <SlimButton label="Leave it" onPress={() => setDraft(known.room)} />
            </>
          )
        }
      />
      {leaving && <Leaving {...leaving} />}
      <nav aria-label="More of the room" className="flex flex-wrap gap-x-6 px-[18px] pt-1">
        <Link to="/room/air" className="flex min-h-11 items-center underline">
          Air and fire
        </Link>
        <Link to="/safety" className="flex min-h-11 items-center underline">
          Safety
        </Link>
      </nav>
      <Layout />
      <DeviceList />
      <div className="grid grid-cols-[360px_minmax(0,1fr)] border-t border-line max-lg:grid-cols-1">
        <section aria-label="The room" className="border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">The room</h2>
          <AirOfRoom draft={draft} set={set} />
          <WorkCosts draft={draft} set={set} />
          <Prices draft={draft} set={set} />
          <People />
          <Backups />
        </section>
        <section aria-label="Sizes and ways" className="px-[18px] py-3">
          <Habits room={draft} onChange={set} />
          <details className="mt-4">
            <summary className="min-h-11 cursor-pointer py-2 text-lg font-bold">Sizes by a ruler</summary>
            <Sizes stations={known.stations} spaces={draft.spaces} onChange={(spaces) => set({ spaces })} />
          </details>
          <p className="text-[13px] text-ink-2">
            Inside. They say whether a plate hangs, a basket holds, a lamp closes; what is not known is not checked.
          </p>
        </section>
      </div>
    </>
  );
}

type LeavingProps = NonNullable<ReturnType<typeof useAskBeforeLeaving>>;
function Leaving({ stay, leave }: LeavingProps) {
  return (
    <Sheet open locked onOpenChange={stay} title="What you changed here is not kept yet">
      <p>Leave the room’s page and lose it, or stay and press Keep.</p>
      <p className="mt-4 flex gap-3">
        <button type="button" className="btn btn-sea" onClick={stay}>
          Stay
        </button>
        <button type="button" className="btn" onClick={leave}>
          Leave and lose it
        </button>
      </p>
    </Sheet>
  );
}
