/** Power and torque at the shaft: P = T·2π·n/60. */
export const shaftPowerW = (torqueNm: number, speedRpm: number): number =>
  (torqueNm * Math.PI * speedRpm) / 30;
export const shaftTorqueNm = (powerW: number, speedRpm: number): number =>
  (powerW * 30) / (Math.PI * speedRpm);
