<template><p>Hello</p></template>
