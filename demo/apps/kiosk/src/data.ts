export const readings = [
  { at: '2031-05-04T06:00', level: 2.1 },
  { at: '2031-05-04T07:00', level: 2.9 },
  { at: '2031-05-04T08:00', level: 3.4 },
];

export const sailings = [
  { id: 's1', at: '06:40', to: 'Skerry', state: 'on time' as const },
  { id: 's2', at: '07:15', to: 'South quay', state: 'late' as const },
];
