/** Shapes to cut as DXF in mm: outline, folds and cuffs on layers of their own, the pieces beside one another. */
import type { CutList } from '@norther/core';
import { Colors, DxfWriter, LineTypes, point2d, point3d, Units } from '@tarikjabiri/dxf';

export function cutDxf(cut: CutList): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLayer('CUT', Colors.White, LineTypes.Continuous);
  dxf.addLayer('FOLD', Colors.Blue, LineTypes.Continuous);
  dxf.addLayer('CUFF', Colors.Green, LineTypes.Continuous);
  dxf.addLayer('TEXT', Colors.Red, LineTypes.Continuous);
  let left = 0;
  for (const item of cut.items) {
    const [w, l] = [item.width.value, item.length.value];
    const line = (layer: string, x0: number, y0: number, x1: number, y1: number) => {
      dxf.setCurrentLayerName(layer);
      dxf.addLine(point3d(left + x0, y0), point3d(left + x1, y1));
    };
    dxf.setCurrentLayerName('CUT');
    dxf.addLWPolyline(
      [
        { point: point2d(left, 0) },
        { point: point2d(left + w, 0) },
        { point: point2d(left + w, l) },
        { point: point2d(left, l) },
      ],
      { flags: 1 },
    );
    for (const at of item.foldsMm) line('FOLD', at, 0, at, l);
    if (item.cuffMm > 0) for (const at of [item.cuffMm, l - item.cuffMm]) line('CUFF', 0, at, w, at);
    dxf.setCurrentLayerName('TEXT');
    dxf.addText(point3d(left, -12), 6, `${item.name}, ${item.count} pieces`);
    left += w + 30;
  }
  return dxf.stringify();
}
