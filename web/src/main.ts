import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { beginEarly } from './state/job'
import './styles/fonts.css'
import './styles/base.css'

beginEarly()
createApp(App).use(router).mount('#app')
