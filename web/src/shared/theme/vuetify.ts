// The theme, density and defaults of the controls: ours, set here and nowhere else.
// Without the utility classes, which nobody uses here: nine tenths of the whole.
import 'vuetify/styles/core'
import { createVuetify } from 'vuetify'

/** Vuetify with Chord's look; `nonce` lets its style element through the content policy. */
export function makeVuetify(nonce: string | undefined) {
  return createVuetify({
    theme: {
      cspNonce: nonce,
      defaultTheme: 'shop',
      themes: {
        shop: {
          dark: false,
          colors: {
            background: '#f4f1e8',
            surface: '#fbfaf4',
            primary: '#2f6464',
            secondary: '#6b5233',
            error: '#a8440f',
            'on-background': '#1d3a3c',
            'on-surface': '#1d3a3c',
          },
        },
        night: {
          dark: true,
          colors: {
            background: '#152022',
            surface: '#1c2a2c',
            primary: '#8cc4bd',
            secondary: '#dcc193',
            error: '#f5a474',
            'on-background': '#e8ebe1',
            'on-surface': '#e8ebe1',
          },
        },
      },
    },
    icons: { defaultSet: 'none', sets: { none: { component: () => null } } },
    defaults: {
      VTextField: {
        variant: 'underlined',
        density: 'compact',
        hideDetails: 'auto',
        color: 'primary',
      },
      VTextarea: {
        variant: 'underlined',
        density: 'compact',
        hideDetails: 'auto',
        color: 'primary',
      },
      VSelect: {
        variant: 'underlined',
        density: 'compact',
        hideDetails: 'auto',
        color: 'primary',
        menuIcon: '',
      },
      VBtn: { variant: 'outlined', density: 'comfortable', rounded: 0, color: 'primary' },
      VDialog: { maxWidth: 640 },
    },
  })
}
