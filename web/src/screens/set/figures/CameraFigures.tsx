import {
  atDistance,
  changeCamera,
  changeHandling,
  changeLens,
  changeSettings,
  distance,
} from "../change";
import { NumberField } from "../NumberField";
import { Figures, Length, type PartProps } from "./common";

export function CameraFigures(props: PartProps) {
  const { set, change } = props;
  const { camera } = set;
  const s = camera.settings;
  return (
    <Figures {...props}>
      <Length
        {...props}
        label="From the thing"
        mm={distance(camera.at, camera.aim)}
        to={(mm) =>
          mm > 30 && change(changeCamera(set, { at: atDistance(camera.at, camera.aim, mm) }))
        }
      />
      <Length
        {...props}
        label="Over the table"
        mm={camera.at.y}
        to={(y) => change(changeCamera(set, { at: { ...camera.at, y } }))}
      />
      <Length
        {...props}
        label="Aims this high"
        mm={camera.aim.y}
        to={(y) => change(changeCamera(set, { aim: { ...camera.aim, y } }))}
      />
      <Length
        {...props}
        label="Aims to the right"
        mm={camera.aim.x}
        to={(x) => change(changeCamera(set, { aim: { ...camera.aim, x } }))}
      />
      <NumberField
        label="Focal length"
        unit="mm"
        value={camera.lens.focalLengthMm}
        step={1}
        decimals={1}
        onChange={(focalLengthMm) => change(changeLens(set, { focalLengthMm }))}
      />
      <NumberField
        label="Aperture"
        unit="f/"
        value={camera.lens.fNumber}
        step={0.5}
        decimals={1}
        onChange={(fNumber) => change(changeLens(set, { fNumber }))}
      />
      <NumberField
        label="ISO"
        unit=""
        value={s.iso}
        step={100}
        onChange={(iso) => change(changeSettings(set, { iso: Math.round(iso) }))}
      />
      <Length
        {...props}
        label="Focus (0: on the aim)"
        mm={s.focusMm}
        to={(focusMm) => change(changeSettings(set, { focusMm }))}
      />
      <label className="flex min-h-8 items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="size-4"
          checked={s.automatic}
          onChange={(event) => change(changeSettings(set, { automatic: event.target.checked }))}
        />
        Automatic exposure
      </label>
      {s.automatic ? (
        <NumberField
          label="Correction"
          unit="stop"
          value={s.biasStops}
          step={0.3}
          decimals={1}
          onChange={(biasStops) => change(changeSettings(set, { biasStops }))}
        />
      ) : (
        <NumberField
          label="Exposure time"
          unit="s"
          value={s.seconds}
          step={0.02}
          decimals={3}
          onChange={(seconds) => change(changeSettings(set, { seconds }))}
        />
      )}
      <NumberField
        label="Balance (0: automatic)"
        unit="K"
        value={s.balanceKelvin}
        step={100}
        onChange={(balanceKelvin) => change(changeSettings(set, { balanceKelvin }))}
      />
      <NumberField
        label="Rolled"
        unit="°"
        value={camera.handling.rollDegrees}
        step={0.5}
        decimals={1}
        onChange={(rollDegrees) => change(changeHandling(set, { rollDegrees }))}
      />
      <NumberField
        label="Shake"
        unit="mrad"
        value={camera.handling.shakeMilliradians}
        step={0.5}
        decimals={1}
        onChange={(shakeMilliradians) => change(changeHandling(set, { shakeMilliradians }))}
      />
    </Figures>
  );
}
