// Shows notices where a page may not do so itself; a tap brings the tub up.
addEventListener('notificationclick', (event) => {
  event.notification.close()
  event.waitUntil(
    clients.matchAll({ type: 'window' }).then(([open]) => open?.focus() ?? clients.openWindow('/')),
  )
})
