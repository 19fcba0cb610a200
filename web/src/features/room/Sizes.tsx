import type { RoomReply } from '@north-step/contract';
import type { Spaces, WashSpace } from '@north-step/core/fit';
import { SizeRow } from './SizeRow.tsx';

type SizesProps = {
  readonly stations: RoomReply['stations'];
  readonly spaces: Spaces;
  readonly onChange: (spaces: Spaces) => void;
};
const NEW_WASH: WashSpace = { openingMm: [200, 150], depthMm: 120, impellerMm: 0 };
const NEW_BASKET = { sizeMm: [150, 110, 90], meshMm: 5 } as const;
const NEW_BOX = [200, 200, 200] as const;
const NEW_PLATE = { sizeMm: [140, 90], mountMm: 45 } as const;

/** What a ruler says of plate, baths, baskets, lamps and ovens: New batch checks with them whether a part fits. */
export function Sizes({ stations, spaces, onChange }: SizesProps) {
  const washes = stations.filter(({ kind }) => kind === 'wash');
  const boxes = stations.filter(({ kind }) => kind === 'box');
  const setWash = (id: string, space: WashSpace | undefined) =>
    onChange({ ...spaces, wash: without({ ...spaces.wash, [id]: space }) });
  const setBox = (id: string, size: readonly number[] | undefined) =>
    onChange({ ...spaces, boxes: without({ ...spaces.boxes, [id]: size as [number, number, number] | undefined }) });
  return (
    <>
      <Thing
        name="Plate of the printer"
        known={spaces.plate !== undefined}
        onToggle={(known) => onChange({ ...spaces, plate: known ? NEW_PLATE : undefined })}
      >
        {spaces.plate && (
          <SizeRow
            name="plate"
            sides={['long', 'wide', 'its mount']}
            values={[...spaces.plate.sizeMm, spaces.plate.mountMm]}
            onChange={([long = 0, wide = 0, mountMm = 0]) =>
              onChange({ ...spaces, plate: { sizeMm: [long, wide], mountMm } })
            }
          />
        )}
      </Thing>
      {washes.map(({ id, name }) => (
        <Thing
          key={id}
          name={name}
          known={spaces.wash?.[id] !== undefined}
          onToggle={(known) => setWash(id, known ? NEW_WASH : undefined)}
        >
          {spaces.wash?.[id] && <WashSizes space={spaces.wash[id]} onChange={(space) => setWash(id, space)} />}
        </Thing>
      ))}
      {boxes.map(({ id, name }) => {
        const size = spaces.boxes?.[id];
        return (
          <Thing
            key={id}
            name={name}
            known={size !== undefined}
            onToggle={(known) => setBox(id, known ? NEW_BOX : undefined)}
          >
            {size && (
              <SizeRow
                name="inside"
                sides={['wide', 'deep', 'high']}
                values={size}
                onChange={(values) => setBox(id, values)}
              />
            )}
          </Thing>
        );
      })}
    </>
  );
}

type WashSizesProps = { readonly space: WashSpace; readonly onChange: (space: WashSpace) => void };
/** The tub of a wash, and the basket where it has one. */
function WashSizes({ space, onChange }: WashSizesProps) {
  return (
    <>
      <SizeRow
        name="tub"
        sides={['long', 'wide', 'deep', 'impeller']}
        values={[...space.openingMm, space.depthMm, space.impellerMm]}
        onChange={([long = 0, wide = 0, depthMm = 0, impellerMm = 0]) =>
          onChange({ ...space, openingMm: [long, wide], depthMm, impellerMm })
        }
      />
      {space.basket && (
        <SizeRow
          name="basket"
          sides={['long', 'wide', 'high', 'mesh']}
          values={[...space.basket.sizeMm, space.basket.meshMm]}
          onChange={([long = 0, wide = 0, high = 0, meshMm = 0]) =>
            onChange({ ...space, basket: { sizeMm: [long, wide, high], meshMm } })
          }
        />
      )}
      <button
        type="button"
        className="min-h-11 text-sm underline"
        onClick={() => onChange({ ...space, basket: space.basket ? undefined : NEW_BASKET })}
      >
        {space.basket ? 'It has no basket' : 'It has a basket'}
      </button>
    </>
  );
}

/** Leaves out what is not known; a basket taken away leaves no trace. */
function without<T>(all: Readonly<Record<string, T | undefined>>): Readonly<Record<string, T>> {
  return JSON.parse(JSON.stringify(all)) as Record<string, T>;
}

function Thing({
  name,
  known,
  onToggle,
  children,
}: {
  readonly name: string;
  readonly known: boolean;
  readonly onToggle: (known: boolean) => void;
  readonly children: React.ReactNode;
}) {
  return (
    <div className="border-b border-line py-2">
      <div className="flex items-center justify-between">
        <h3 className="font-bold">{name}</h3>
        <button type="button" className="min-h-11 px-2 text-sm underline" onClick={() => onToggle(!known)}>
          {known ? `Forget the sizes of ${name.toLowerCase()}` : `Give the sizes of ${name.toLowerCase()}`}
        </button>
      </div>
      {children}
    </div>
  );
}
