// The lowest and the highest number that a document allows (LIMITS), and the words of each field (WORDS);
// written by `./chord generate`.

export const ARRIVAL_VERDICT_WORDS = ['accept', 'talk', 'refuse'] as const

export const BEST_SET_WATER_WORDS = ['below waist', 'waist to head', 'above head'] as const

export const BEST_SET_BEHAVIOUR_WORDS = ['paddles', 'takes_off', 'runs', 'turns', 'holds'] as const

export const BOARD_LIMITS = {
  length_m: [1.2, 3.82],
  width_m: [0.38, 0.9],
  thickness_m: [0.038, 0.16],
  stated_litres: [5, 300],
  mass_kg: [0.5, 25],
  price: [0, 20000],
  condition: [0, 1],
} as const

export const BOARD_FAMILY_WORDS = ['long soft-top', 'short soft-top', 'mini-mal', 'mid-length', 'long pulled-in', 'nose-rider', 'performance longboard', 'big-wave longboard', 'keel fish', 'performance fish', 'groveler', 'all-rounder', 'performance shortboard', 'step-up', 'gun', 'single fin', 'performance twin', 'river wide', 'river fast', 'wave stand-up', 'long stand-up'] as const

export const BOARD_BUILD_WORDS = ['PU / polyester', 'PU / epoxy', 'EPS / epoxy, stringer', 'EPS, stringerless, carbon', 'sandwich skin over EPS', 'vacuum carbon wrap', 'internal bar (layered foam)', 'soft-top', 'impact shell', 'inflatable'] as const

export const BOARD_STOCK_WORDS = ['new', 'used', 'demo', 'hire', 'ordered'] as const

export const BOARD_ASSUMED_WORDS = ['family', 'length_m', 'width_m', 'thickness_m'] as const

export const BOARD_IN_LIMITS = {
  price: [0, 20000],
} as const

export const BOARD_IN_FAMILY_WORDS = ['long soft-top', 'short soft-top', 'mini-mal', 'mid-length', 'long pulled-in', 'nose-rider', 'performance longboard', 'big-wave longboard', 'keel fish', 'performance fish', 'groveler', 'all-rounder', 'performance shortboard', 'step-up', 'gun', 'single fin', 'performance twin', 'river wide', 'river fast', 'wave stand-up', 'long stand-up'] as const

export const BOTTOM_ZONE_LIMITS = {
  from_tail_m: [0, 3.9],
  depth_m: [0, 0.03],
  count: [1, 12],
} as const

export const BOTTOM_ZONE_SHAPE_WORDS = ['flat', 'belly', 'vee', 'concave', 'double concave', 'vee with double concave', 'channels'] as const

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

export const BREAK_IN_KIND_WORDS = ['sea', 'river', 'pool', 'white_water'] as const

export const BREAK_IN_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const BREAK_IN_WIND_WORDS = ['offshore', 'none', 'cross', 'onshore'] as const

export const BREAK_IN_CROWD_WORDS = ['low', 'medium', 'high'] as const

export const BREAK_IN_TIDE_WORDS = ['low', 'mid', 'high', 'rising', 'falling', 'all'] as const

export const BREAK_IN_BOTTOM_WORDS = ['sand', 'rock', 'reef', 'built'] as const

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

export const BREAK_OUT_KIND_WORDS = ['sea', 'river', 'pool', 'white_water'] as const

export const BREAK_OUT_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const BREAK_OUT_WIND_WORDS = ['offshore', 'none', 'cross', 'onshore'] as const

export const BREAK_OUT_CROWD_WORDS = ['low', 'medium', 'high'] as const

export const BREAK_OUT_TIDE_WORDS = ['low', 'mid', 'high', 'rising', 'falling', 'all'] as const

export const BREAK_OUT_BOTTOM_WORDS = ['sand', 'rock', 'reef', 'built'] as const

export const CAUTION_CODE_WORDS = ['too_big', 'too_hollow', 'instructor', 'child', 'river', 'local_rules', 'leash', 'cannot_sink'] as const

export const CAUTION_SEVERITY_WORDS = ['stop', 'care', 'note'] as const

export const CHANGE_THING_WORDS = ['litres', 'fins', 'practice', 'break'] as const

export const CHANGE_OUT_DID_WORDS = ['made', 'changed', 'removed'] as const

export const CHANGED_WHAT_WORDS = ['board', 'build', 'fins'] as const

export const CONSTANT_LIMITS = {
  amplitude_m: [0, 10],
  phase_deg: [-360, 360],
} as const

export const CONSTANT_NAME_WORDS = ['M2', 'S2', 'N2', 'K2', 'NU2', 'MU2', '2N2', 'LAM2', 'T2', 'R2', '2SM2', 'K1', 'O1', 'P1', 'Q1', 'J1', 'OO1', 'RHO', '2Q1', 'S1', 'M3', 'MK3', '2MK3', 'M4', 'MS4', 'MN4', 'S4', 'M6', 'S6', 'M8', 'MF', 'MM', 'MSF', 'SA', 'SSA'] as const

export const FIN_ADVICE_FLEX_WORDS = ['soft', 'medium', 'stiff'] as const

export const FIN_GROUP_LIMITS = {
  count: [1, 2],
  area_m2: [0.001, 0.06],
  depth_m: [0.03, 0.35],
  base_m: [0.03, 0.35],
  rake_deg: [0, 60],
  cant_deg: [0, 20],
  toe_deg: [-5, 10],
} as const

export const FIN_GROUP_FOIL_WORDS = ['flat inside', 'hollow inside', 'both sides'] as const

export const FIN_SET_LIMITS = {
  price: [0, 2000],
} as const

export const FIN_SET_SETUP_WORDS = ['thruster', 'quad, big fronts', 'quad', 'quad, near equal', 'twin', 'twin + trailer', 'keels', 'single', 'two plus one'] as const

export const FIN_SET_BOX_WORDS = ['two-tab', 'one-tab', 'long box', 'screwed', 'glassed on'] as const

export const FIN_SET_SIZE_WORDS = ['XS', 'S', 'M', 'L', 'XL'] as const

export const FIN_SET_FLEX_WORDS = ['soft', 'medium', 'stiff'] as const

export const FINDING_OUT_BY_WORDS = ['all', 'water', 'steepness', 'board', 'level'] as const

export const FINS_LIMITS = {
  boxes: [0, 7],
  position_m: [-0.1, 0.1],
} as const

export const FINS_SETUP_WORDS = ['thruster', 'quad, big fronts', 'quad', 'quad, near equal', 'twin', 'twin + trailer', 'keels', 'single', 'two plus one'] as const

export const FINS_SIZE_WORDS = ['XS', 'S', 'M', 'L', 'XL'] as const

export const FINS_FLEX_WORDS = ['soft', 'medium', 'stiff'] as const

export const FINS_IN_LIMITS = {
  count: [0, 10000],
} as const

export const FINS_PUT_LIMITS = {
  count: [0, 10000],
} as const

export const FITTING_DOCUMENT_LIMITS = {
  target_l: [5, 300],
} as const

export const FITTING_PATCH_LIMITS = {
  target_l: [5, 300],
} as const

export const FITTING_PATCH_GO_BY_WORDS = ['measured', 'remembered', 'foam'] as const

export const FIX_THING_WORDS = ['fins', 'pad', 'habit'] as const

export const FOIL_LIMITS = {
  nose_m: [0.01, 0.16],
  tail_m: [0.01, 0.16],
} as const

export const GEAR_CHOICE_LIMITS = {
  water_c: [-2, 40],
} as const

export const GEAR_CHOICE_EXTRAS_WORDS = ['bag', 'kit'] as const

export const HOOK_IN_KINDS_WORDS = ['board', 'fins', 'break', 'order', 'ticket', 'sale'] as const

export const HOOK_OUT_KINDS_WORDS = ['board', 'fins', 'break', 'order', 'ticket', 'sale'] as const

export const HOUR_IN_LIMITS = {
  face_m: [0.1, 12],
} as const

export const HOUR_IN_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const HOUR_IN_WIND_WORDS = ['offshore', 'none', 'cross', 'onshore'] as const

export const HOUR_IN_TIDE_WORDS = ['low', 'mid', 'high', 'rising', 'falling', 'all'] as const

export const HOUR_IN_CROWD_WORDS = ['low', 'medium', 'high'] as const

export const HOUR_OUT_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const HOUR_OUT_WIND_WORDS = ['offshore', 'none', 'cross', 'onshore'] as const

export const HOUR_OUT_TIDE_WORDS = ['low', 'mid', 'high', 'rising', 'falling', 'all'] as const

export const HOUR_OUT_CROWD_WORDS = ['low', 'medium', 'high'] as const

export const HOURS_ASKED_LIMITS = {
  months: [1, 12],
  from_h: [0, 24],
  to_h: [0, 24],
} as const

export const HOURS_ASKED_FREE_WORDS = ['any day', 'evenings and weekends', 'weekends'] as const

export const INVITATION_IN_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const INVITATION_OUT_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const JOB_OUT_STATE_WORDS = ['waiting', 'running', 'done', 'stopped', 'failed'] as const

export const LEARNED_LIMITS = {
  sprint: [0.3, 3],
  cruise: [0.3, 3],
  takeoff: [0.3, 3],
  waves: [0.3, 3],
  litres: [0.3, 3],
  sessions: [0, 100000],
} as const

export const LEARNING_NAME_WORDS = ['sprint_w', 'cruise_w', 'takeoff_slope', 'waves_gone_for', 'waves_offered', 'litres'] as const

export const LIKE_PAIR_WATER_WORDS = ['below waist', 'waist to head', 'above head'] as const

export const LIMIT_END_WORDS = ['small', 'big'] as const

export const LINE_OUT_UNIT_WORDS = ['imperial', 'metric'] as const

export const LINE_OUT_FAMILY_GUESS_WORDS = ['long soft-top', 'short soft-top', 'mini-mal', 'mid-length', 'long pulled-in', 'nose-rider', 'performance longboard', 'big-wave longboard', 'keel fish', 'performance fish', 'groveler', 'all-rounder', 'performance shortboard', 'step-up', 'gun', 'single fin', 'performance twin', 'river wide', 'river fast', 'wave stand-up', 'long stand-up'] as const

export const LINE_OUT_ASSUMED_WORDS = ['family', 'length_m', 'width_m', 'thickness_m'] as const

export const LINK_SAYS_KIND_WORDS = ['join', 'password'] as const

export const LINK_SAYS_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const LOAN_OUT_FELT_WORDS = ['too small', 'right', 'too big'] as const

export const LOAN_PATCH_FELT_WORDS = ['too small', 'right', 'too big'] as const

export const LOGGED_SESSION_LIMITS = {
  minutes: [5, 720],
  rides: [0, 300],
  paddle_m_s: [0.2, 4],
} as const

export const ME_UNITS_WORDS = ['imperial', 'metric'] as const

export const ME_MASSES_WORDS = ['kg', 'lb'] as const

export const ME_FACES_WORDS = ['words', 'face', 'back'] as const

export const NEXT_READING_MEASURE_WORDS = ['width_m', 'thickness_m', 'section'] as const

export const NOTED_KIND_WORDS = ['board', 'fins', 'break', 'order', 'ticket', 'sale'] as const

export const NOTED_DID_WORDS = ['made', 'changed', 'removed'] as const

export const ORDER_HAPPENED_STATE_WORDS = ['quoted', 'ordered', 'deposit', 'shaping', 'glassing', 'arrived', 'collected', 'hung', 'called off'] as const

export const ORDER_IN_PINNED_WORDS = ['length_m', 'width_m', 'thickness_m', 'nose_width_m', 'tail_width_m', 'nose_rocker_m', 'tail_rocker_m'] as const

export const ORDER_OUT_STATE_WORDS = ['quoted', 'ordered', 'deposit', 'shaping', 'glassing', 'arrived', 'collected', 'hung', 'called off'] as const

export const ORDER_OUT_NEXT_STEPS_WORDS = ['quoted', 'ordered', 'deposit', 'shaping', 'glassing', 'arrived', 'collected', 'hung', 'called off'] as const

export const ORDER_OUT_OTHER_STEPS_WORDS = ['quoted', 'ordered', 'deposit', 'shaping', 'glassing', 'arrived', 'collected', 'hung', 'called off'] as const

export const ORDER_PATCH_PINNED_WORDS = ['length_m', 'width_m', 'thickness_m', 'nose_width_m', 'tail_width_m', 'nose_rocker_m', 'tail_rocker_m'] as const

export const ORDER_ROW_STATE_WORDS = ['quoted', 'ordered', 'deposit', 'shaping', 'glassing', 'arrived', 'collected', 'hung', 'called off'] as const

export const ORDER_STEP_TO_WORDS = ['quoted', 'ordered', 'deposit', 'shaping', 'glassing', 'arrived', 'collected', 'hung', 'called off'] as const

export const ORDERED_FOR_STANCE_WORDS = ['regular', 'goofy'] as const

export const ORDERED_FOR_LIKES_WORDS = ['wave count', 'paddling', 'speed on flats', 'turning', 'hold', 'steadiness'] as const

export const ORDERED_FOR_COMPLAINTS_WORDS = ['will not catch', 'dies on flats', 'nose-dives', 'slides', 'stiff', 'corky', 'tips', 'catches a rail', 'dead'] as const

export const OUTLINE_LIMITS = {
  nose_width_m: [0.05, 0.9],
  tail_width_m: [0.05, 0.9],
  wide_point_m: [-0.4, 0.4],
  tail_block_m: [0, 0.6],
  wing_from_tail_m: [0.08, 0.9],
  wing_step_m: [0, 0.04],
} as const

export const OUTLINE_NOSE_SHAPE_WORDS = ['pointed', 'round', 'blunt', 'diamond'] as const

export const OUTLINE_TAIL_SHAPE_WORDS = ['pin', 'round pin', 'round', 'squash', 'square', 'swallow', 'fish', 'diamond', 'bat'] as const

export const OWN_PRICES_LIMITS = {
  fins: [0, 2000],
  leash: [0, 2000],
  pad: [0, 2000],
  wax: [0, 2000],
  bag: [0, 2000],
  kit: [0, 2000],
  hire: [0, 2000],
} as const

export const PERSON_OUT_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const PERSON_PATCH_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const PINS_LIMITS = {
  length_m: [1.2, 3.82],
  width_m: [0.38, 0.9],
  thickness_m: [0.038, 0.16],
  nose_width_m: [0.05, 0.9],
  tail_width_m: [0.05, 0.9],
  nose_rocker_m: [0, 0.5],
  tail_rocker_m: [0, 0.5],
} as const

export const PINS_FAMILY_WORDS = ['long soft-top', 'short soft-top', 'mini-mal', 'mid-length', 'long pulled-in', 'nose-rider', 'performance longboard', 'big-wave longboard', 'keel fish', 'performance fish', 'groveler', 'all-rounder', 'performance shortboard', 'step-up', 'gun', 'single fin', 'performance twin', 'river wide', 'river fast', 'wave stand-up', 'long stand-up'] as const

export const RATED_LIMITS = {
  speed_m_s: [0.5, 10],
  face_m: [0.1, 12],
  slope: [0.05, 1.5],
  aeration: [0, 0.6],
} as const

export const RATINGS_LIMITS = {
  paddles: [-2, 2],
  takes_off: [-2, 2],
  runs: [-2, 2],
  turns: [-2, 2],
  holds: [-2, 2],
} as const

export const READING_MEASURE_WORDS = ['width_m', 'thickness_m', 'rocker_m'] as const

export const RETENTION_IN_LIMITS = {
  keep_months: [1, 240],
} as const

export const RIGHT_OUT_RIGHT_WORDS = ['work here', 'advise', 'read tickets', 'change the stock', 'take orders', 'lend boards', 'know the water', 'findings', 'set the terms', 'own numbers', 'people', 'trail', 'know customers', 'erase customers'] as const

export const RIGHT_OUT_ROLES_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const ROCKER_LIMITS = {
  nose_m: [0, 0.5],
  entry_m: [0, 0.5],
  exit_m: [0, 0.5],
  tail_m: [0, 0.5],
} as const

export const ROW_OUT_FAMILY_WORDS = ['long soft-top', 'short soft-top', 'mini-mal', 'mid-length', 'long pulled-in', 'nose-rider', 'performance longboard', 'big-wave longboard', 'keel fish', 'performance fish', 'groveler', 'all-rounder', 'performance shortboard', 'step-up', 'gun', 'single fin', 'performance twin', 'river wide', 'river fast', 'wave stand-up', 'long stand-up'] as const

export const SALE_IN_LIMITS = {
  price: [0, 20000],
} as const

export const SALE_OUT_BACK_AS_WORDS = ['returned', 'exchanged', 'traded in'] as const

export const SALE_PATCH_BACK_AS_WORDS = ['returned', 'exchanged', 'traded in'] as const

export const SECTION_LIMITS = {
  rail_nose: [0, 1],
  rail_middle: [0, 1],
  rail_tail: [0, 1],
  edge_from_tail_m: [0, 3.9],
} as const

export const SECTION_DECK_WORDS = ['flat', 'soft dome', 'dome', 'stepped', 'hollowed over the tail'] as const

export const SEEN_LIMITS = {
  hour: [0, 23],
  face_m: [0.1, 12],
} as const

export const SEEN_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const SEEN_AGAINST_SEEN_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const SEEN_OF_LIMITS = {
  seen: [0, 400],
} as const

export const SEEN_OUT_LIMITS = {
  hour: [0, 23],
  face_m: [0.1, 12],
} as const

export const SEEN_OUT_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const SESSION_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const SESSION_RIGHTS_WORDS = ['work here', 'advise', 'read tickets', 'change the stock', 'take orders', 'lend boards', 'know the water', 'findings', 'set the terms', 'own numbers', 'people', 'trail', 'know customers', 'erase customers'] as const

export const SESSION_UNITS_WORDS = ['imperial', 'metric'] as const

export const SESSION_MASSES_WORDS = ['kg', 'lb'] as const

export const SESSION_FACES_WORDS = ['words', 'face', 'back'] as const

export const SESSION_IN_LIMITS = {
  minutes: [5, 720],
  rides: [0, 300],
  paddle_m_s: [0.2, 4],
} as const

export const SESSION_PATCH_LIMITS = {
  minutes: [5, 720],
  rides: [0, 300],
  paddle_m_s: [0.2, 4],
} as const

export const SETTING_LIMITS = {
  face_m: [0.1, 12],
} as const

export const SETTING_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const SHOP_CHOICE_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const SHORE_LIMITS = {
  faces_deg: [0, 360],
  window_deg: [0, 90],
  bottom_slope: [0.002, 1],
  latitude_deg: [-70, 70],
  longitude_deg: [-180, 180],
  utc_offset_h: [-12, 14],
  buoy_km: [0, 1000],
} as const

export const SHORE_TIDES_WORDS = ['low', 'mid', 'high'] as const

export const SHORE_GOING_WORDS = ['rising', 'falling'] as const

export const SHOWN_IN_LIMITS = {
  rides: [0, 300],
  of: [1, 300],
} as const

export const SIZING_METHOD_CODE_WORDS = ['ratio', 'step', 'shape', 'float'] as const

export const STATION_LIMITS = {
  from_tail_m: [0, 3.9],
  width_m: [0, 0.95],
  thickness_m: [0, 0.16],
  rocker_m: [0, 0.5],
} as const

export const SUM_LEAVE_OUT_WORDS = ['bag', 'kit', 'pad', 'fins'] as const

export const SUM_LINE_CODE_WORDS = ['board', 'fins', 'leash', 'pad', 'wax', 'bag', 'kit', 'tax', 'trade_in'] as const

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

export const SURFER_RUNG_WORDS = ['starter', 'standing', 'green wave', 'trimming', 'linking', 'carving', 'critical'] as const

export const SURFER_FITNESS_WORDS = ['low', 'fair', 'good', 'high'] as const

export const SURFER_STANCE_WORDS = ['regular', 'goofy'] as const

export const SURFER_FOOT_WEIGHT_WORDS = ['front', 'even', 'back'] as const

export const SURFER_STYLE_WORDS = ['active', 'relaxed'] as const

export const SURFER_CRAFT_WORDS = ['prone', 'stand_up'] as const

export const SURFER_AIM_WORDS = ['keep and share', 'progress', 'more waves', 'one board for everything', 'good days', 'trip', 'nose-ride', 'carve long', 'performance'] as const

export const SURFER_COMPLAINTS_WORDS = ['will not catch', 'dies on flats', 'nose-dives', 'slides', 'stiff', 'corky', 'tips', 'catches a rail', 'dead'] as const

export const SURFER_LIKES_WORDS = ['wave count', 'paddling', 'speed on flats', 'turning', 'hold', 'steadiness'] as const

export const SURFER_WISH_WORDS = ['long soft-top', 'short soft-top', 'mini-mal', 'mid-length', 'long pulled-in', 'nose-rider', 'performance longboard', 'big-wave longboard', 'keel fish', 'performance fish', 'groveler', 'all-rounder', 'performance shortboard', 'step-up', 'gun', 'single fin', 'performance twin', 'river wide', 'river fast', 'wave stand-up', 'long stand-up'] as const

export const TERMS_CURRENCY_WORDS = ['EUR', 'GBP', 'USD', 'AUD', 'NZD', 'ZAR', 'BRL', 'MAD', 'CHF', 'SEK', 'JPY', 'IDR'] as const

export const TIDE_LIMITS = {
  mean_m: [-20, 20],
} as const

export const TIDE_SA_FROM_WORDS = ['equinox', 'perihelion'] as const

export const TOKEN_IN_ROLE_WORDS = ['advisor', 'coach', 'counter'] as const

export const TOKEN_OUT_ROLE_WORDS = ['owner', 'advisor', 'coach', 'counter'] as const

export const TRACK_EDIT_LIMITS = {
  at_s: [0, 1000000],
  to_s: [0, 1000000],
} as const

export const TRACK_EDIT_KIND_WORDS = ['not_a_ride', 'split', 'join', 'ride'] as const

export const TRACK_LINE_KIND_WORDS = ['ride', 'paddling', 'waiting', 'walking'] as const

export const TRACK_PART_KIND_WORDS = ['ride', 'paddling', 'waiting', 'walking', 'vehicle'] as const

export const TRADE_IN_LOOKS_LIMITS = {
  sessions: [0, 5000],
  price: [0, 20000],
} as const

export const TRADE_IN_LOOKS_BUCKLES_WORDS = ['none', 'some', 'much'] as const

export const TRADE_IN_LOOKS_PRESSED_DECK_WORDS = ['none', 'some', 'much'] as const

export const TRADE_IN_LOOKS_STAINS_WORDS = ['none', 'some', 'much'] as const

export const TRADE_IN_LOOKS_REPAIRS_WORDS = ['none', 'some', 'much'] as const

export const TRADE_IN_LOOKS_CRACKED_BOXES_WORDS = ['none', 'some', 'much'] as const

export const TRADE_IN_LOOKS_HEAVY_WORDS = ['none', 'some', 'much'] as const

export const TRADE_IN_OF_LIMITS = {
  sessions: [0, 5000],
  condition: [0, 1],
  price_new: [0, 20000],
} as const

export const VERDICT_WATER_WORDS = ['below waist', 'waist to head', 'above head'] as const

export const VERDICT_BEHAVIOUR_WORDS = ['paddles', 'takes_off', 'runs', 'turns', 'holds'] as const

export const WANTED_DAY_SIDE_WORDS = ['old', 'new'] as const

export const WANTED_DAY_WATER_WORDS = ['below waist', 'waist to head', 'above head'] as const

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

export const WATER_KIND_WORDS = ['sea', 'river', 'pool', 'white_water'] as const

export const WATER_STEEPNESS_WORDS = ['crumbly', 'soft', 'average', 'steep', 'hollow'] as const

export const WATER_WIND_WORDS = ['offshore', 'none', 'cross', 'onshore'] as const

export const WATER_CROWD_WORDS = ['low', 'medium', 'high'] as const

export const WATER_TIDE_WORDS = ['low', 'mid', 'high', 'rising', 'falling', 'all'] as const

export const WATER_BOTTOM_WORDS = ['sand', 'rock', 'reef', 'built'] as const

export const WAVE_BIN_LIMITS = {
  face_m: [0.1, 12],
  steepness: [0.05, 2],
  weight: [0, 1000000],
} as const

export const WAVE_DAYS_HOLE_WORDS = ['big', 'soft', 'small'] as const

export const WEAR_IN_LIMITS = {
  dents: [0, 50],
} as const

export const WEAR_IN_DECK_WORDS = ['sound', 'pressed', 'soft'] as const
