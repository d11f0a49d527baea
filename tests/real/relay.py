"""Hands every frame on between two interfaces after a while, as a long line would. Usage: relay.py IF1 IF2 MILLISECONDS"""
import heapq
import select
import socket
import sys
import time

names = sys.argv[1:3]
wait_s = float(sys.argv[3]) / 1000
sockets = []
for name in names:
    one = socket.socket(socket.AF_PACKET, socket.SOCK_RAW, socket.htons(3))
    one.bind((name, 0))
    sockets.append(one)
PACKET_OUTGOING = 4
queue = []
count = 0
print("ready", flush=True)
while True:
    now = time.monotonic()
    while queue and queue[0][0] <= now:
        _, _, out, frame = heapq.heappop(queue)
        try:
            out.send(frame)
        except OSError:
            pass
    left = max(0, queue[0][0] - now) if queue else 1
    ready, _, _ = select.select(sockets, [], [], left)
    for one in ready:
        frame, address = one.recvfrom(65535)
        if address[2] == PACKET_OUTGOING:
            continue
        count += 1
        heapq.heappush(queue, (time.monotonic() + wait_s, count, sockets[1 - sockets.index(one)], frame))
