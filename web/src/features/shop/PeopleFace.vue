<script setup lang="ts">
// Who works here: as what, with a second factor or without, when they were last seen; links that are open.
import { onBeforeUnmount, onMounted, ref } from 'vue'
import type { People, Role } from '@/shared/api/client'
import { useSession } from '@/shared/shell/session'
import { shortDay } from '@/shared/log/when'
import LinkSlip from './LinkSlip.vue'
import { ROLES, usePeople } from './people'
import RightsTable from './RightsTable.vue'

const { state, load, invite, reset, closeLink, changeRole, letGo, forgetLink } = usePeople()
const { session } = useSession()
const name = ref('')
const role = ref<Role>('advisor')
/** Whom one is about to remove: asked once more. */
const going = ref<number | null>(null)
onMounted(load)
onBeforeUnmount(forgetLink)

async function add(): Promise<void> {
  if (await invite(name.value.trim(), role.value)) name.value = ''
}
async function change(one: People['people'][number], event: Event): Promise<void> {
  const select = event.target as HTMLSelectElement
  // What is refused is not shown as if it were so.
  if (!(await changeRole(one.id, select.value as Role))) select.value = one.role
}
async function out(id: number): Promise<void> {
  going.value = null
  await letGo(id)
}
</script>

<template>
  <section class="face" aria-label="People" tabindex="0">
    <p v-if="state.fault" class="fault" role="alert">{{ state.fault }}</p>
    <LinkSlip
      v-if="state.link"
      :link="state.link"
      :shop="session?.shop ?? ''"
      @close="forgetLink"
    />
    <template v-if="state.people">
      <table class="people">
        <thead>
          <tr>
            <th scope="col">Who</th>
            <th scope="col">signs in as</th>
            <th scope="col">works as</th>
            <th scope="col">second factor</th>
            <th scope="col">last seen</th>
            <th scope="col"><span class="unseen">what to do</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in state.people.people" :key="one.id" :data-person="one.username">
            <th scope="row">
              {{ one.name }} <span v-if="one.here" class="quiet">you</span>
              <span v-if="one.other_shops" class="quiet">also in another shop</span>
            </th>
            <td>{{ one.username }}</td>
            <td>
              <select
                :value="one.role"
                :aria-label="`${one.name} works as`"
                @change="(event) => change(one, event)"
              >
                <option v-for="way in ROLES" :key="way.value" :value="way.value">
                  {{ way.says }}
                </option>
              </select>
            </td>
            <td :class="{ missing: !one.second_factor }">{{ one.second_factor ? 'on' : 'off' }}</td>
            <td>{{ one.seen_at ? shortDay(one.seen_at) : 'not yet' }}</td>
            <td class="acts">
              <button type="button" class="plain link" @click="reset(one.id)">
                link for a new password
              </button>
              <template v-if="!one.here">
                <button
                  v-if="going !== one.id"
                  type="button"
                  class="plain link"
                  @click="going = one.id"
                >
                  remove
                </button>
                <button v-else type="button" class="plain sure" @click="out(one.id)">
                  {{ one.name }} goes: signed out everywhere
                </button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
      <h2>Somebody new</h2>
      <form @submit.prevent="add">
        <label>Name <input v-model="name" required maxlength="80" /></label>
        <label
          >works as
          <select v-model="role">
            <option v-for="way in ROLES" :key="way.value" :value="way.value">{{ way.says }}</option>
          </select>
        </label>
        <button type="submit" class="plain link">make a link</button>
      </form>
      <template v-if="state.people.invitations.length">
        <h2>Links that are open</h2>
        <ul>
          <li v-for="one in state.people.invitations" :key="one.id">
            {{ one.person ? `a new password for ${one.person}` : `${one.name}, ${one.role}` }},
            until
            {{ shortDay(one.ends_at) }}
            <button type="button" class="plain link" @click="closeLink(one.id)">close it</button>
          </li>
        </ul>
      </template>
      <RightsTable :rights="state.people.rights" />
    </template>
  </section>
</template>

<style scoped src="./faces.css"></style>
