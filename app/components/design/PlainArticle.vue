<template>
  <div>
    <h1>There is no such article</h1>
    <p>Choose one from the outline.</p>
  </div>
</template>
