import { createApp, h } from 'vue'

createApp({ render: () => h('p', { class: 'row' }, 'There is nothing here.') }).mount('#app')
