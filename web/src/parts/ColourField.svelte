<script lang="ts">
  // A colour by the device's picker or as # and six digits; told once it is chosen, not while it is being looked for.
  let { colour = $bindable() }: { colour: string } = $props();
</script>

<label class="flex items-center gap-2">
  Colour
  <input
    class="h-11 w-14 cursor-pointer rounded border-2 border-[#6d7076] bg-white p-0.5"
    type="color"
    value={colour}
    onchange={(event) => (colour = event.currentTarget.value)}
  />
</label>
<input
  class="input w-28"
  aria-label="Colour as # and six digits"
  pattern="#[0-9a-fA-F]{'{6}'}"
  required
  value={colour}
  onchange={(event) => {
    if (event.currentTarget.checkValidity()) colour = event.currentTarget.value.toLowerCase();
  }}
/>
