<script lang="ts">
  import { p } from '../routes';
</script>

<h1 class="mt-10">There is nothing here</h1>
<p class="mt-3">The address is not known. <a class="underline" href={p('/')}>Go to the line.</a></p>
