// The lowest and the highest number that a document allows; written by `./chord generate`.

export const BOARD_LIMITS = {
  length_m: [1.2, 3.82],
  width_m: [0.38, 0.9],
  thickness_m: [0.038, 0.16],
  stated_litres: [5, 300],
  mass_kg: [0.5, 25],
  price: [0, 20000],
  condition: [0, 1],
} as const

export const BOARD_IN_LIMITS = {
  price: [0, 20000],
} as const

export const BOTTOM_ZONE_LIMITS = {
  from_tail_m: [0, 3.9],
  depth_m: [0, 0.03],
  count: [1, 12],
} as const

export const BREAK_IN_LIMITS = {
  small_m: [0.1, 12],
  usual_m: [0.1, 12],
  big_m: [0.1, 12],
  chop_m: [0, 1],
  waves_per_hour: [1, 2000],
  paddle_out_m: [0, 2000],
  ride_length_m: [3, 2000],
  flow_m_s: [0.5, 10],
  face_slope: [0.05, 1.5],
  aeration: [0, 0.6],
  water_kg_m3: [990, 1040],
} as const

export const BREAK_OUT_LIMITS = {
  small_m: [0.1, 12],
  usual_m: [0.1, 12],
  big_m: [0.1, 12],
  chop_m: [0, 1],
  waves_per_hour: [1, 2000],
  paddle_out_m: [0, 2000],
  ride_length_m: [3, 2000],
  flow_m_s: [0.5, 10],
  face_slope: [0.05, 1.5],
  aeration: [0, 0.6],
  water_kg_m3: [990, 1040],
} as const

export const CONSTANT_LIMITS = {
  amplitude_m: [0, 10],
  phase_deg: [-360, 360],
} as const

export const FINS_LIMITS = {
  boxes: [0, 7],
  position_m: [-0.1, 0.1],
} as const

export const FITTING_DOCUMENT_LIMITS = {
  target_l: [5, 300],
} as const

export const FITTING_PATCH_LIMITS = {
  target_l: [5, 300],
} as const

export const FOIL_LIMITS = {
  nose_m: [0.01, 0.16],
  tail_m: [0.01, 0.16],
} as const

export const HOURS_ASKED_LIMITS = {
  from_h: [0, 24],
  to_h: [0, 24],
} as const

export const OUTLINE_LIMITS = {
  nose_width_m: [0.05, 0.9],
  tail_width_m: [0.05, 0.9],
  wide_point_m: [-0.4, 0.4],
  tail_block_m: [0, 0.6],
  wing_from_tail_m: [0.08, 0.9],
  wing_step_m: [0, 0.04],
} as const

export const PINS_LIMITS = {
  length_m: [1.2, 3.82],
  width_m: [0.38, 0.9],
  thickness_m: [0.038, 0.16],
  nose_width_m: [0.05, 0.9],
  tail_width_m: [0.05, 0.9],
  nose_rocker_m: [0, 0.5],
  tail_rocker_m: [0, 0.5],
} as const

export const RATED_LIMITS = {
  speed_m_s: [0.5, 10],
  face_m: [0.1, 12],
  slope: [0.05, 1.5],
  aeration: [0, 0.6],
} as const

export const ROCKER_LIMITS = {
  nose_m: [0, 0.5],
  entry_m: [0, 0.5],
  exit_m: [0, 0.5],
  tail_m: [0, 0.5],
} as const

export const SECTION_LIMITS = {
  rail_nose: [0, 1],
  rail_middle: [0, 1],
  rail_tail: [0, 1],
  edge_from_tail_m: [0, 3.9],
} as const

export const SEEN_LIMITS = {
  hour: [0, 23],
  face_m: [0.1, 12],
} as const

export const SEEN_OF_LIMITS = {
  seen: [0, 400],
} as const

export const SEEN_OUT_LIMITS = {
  hour: [0, 23],
  face_m: [0.1, 12],
} as const

export const SETTING_LIMITS = {
  face_m: [0.1, 12],
} as const

export const SHORE_LIMITS = {
  faces_deg: [0, 360],
  window_deg: [0, 90],
  bottom_slope: [0.002, 1],
  latitude_deg: [-70, 70],
  longitude_deg: [-180, 180],
  utc_offset_h: [-12, 14],
  buoy_km: [0, 1000],
} as const

export const STATION_LIMITS = {
  from_tail_m: [0, 3.9],
  width_m: [0, 0.95],
  thickness_m: [0, 0.16],
  rocker_m: [0, 0.5],
} as const

export const SURFER_LIMITS = {
  mass_kg: [14, 200],
  height_m: [0.9, 2.3],
  age: [4, 100],
  sessions_month: [0, 60],
  wetsuit_mm: [0, 7],
  sprint_m_s: [0.5, 4],
  max_carry_m: [1, 4],
  budget: [0, 20000],
} as const

export const TIDE_LIMITS = {
  mean_m: [-20, 20],
} as const

export const TRADE_IN_OF_LIMITS = {
  sessions: [0, 5000],
  condition: [0, 1],
  price_new: [0, 20000],
} as const

export const WATER_LIMITS = {
  small_m: [0.1, 12],
  usual_m: [0.1, 12],
  big_m: [0.1, 12],
  chop_m: [0, 1],
  waves_per_hour: [1, 2000],
  paddle_out_m: [0, 2000],
  ride_length_m: [3, 2000],
  flow_m_s: [0.5, 10],
  face_slope: [0.05, 1.5],
  aeration: [0, 0.6],
  water_kg_m3: [990, 1040],
} as const

export const WAVE_BIN_LIMITS = {
  face_m: [0.1, 12],
  steepness: [0.05, 2],
  weight: [0, 1000000],
} as const
