package org.lumbrit.core.drainage;

import java.util.Arrays;

/**
 * Nodes waiting to be taken lowest first, equal heights in the order they came, where none comes that is lower than the last one taken: each
 * waits in the bucket of its height, and only the bucket that is being taken is a heap.
 */
final class Rising {
    private static final int MOST_BUCKETS = 1 << 20;

    private final double[] height;
    private final double lowest;
    private final double perMetre;
    private final int[] first;
    private final int[] next;
    /** When each came. */
    private final int[] turn;

    private int[] heap = new int[1024];
    private int size;
    private int current = -1;
    private int waiting;
    private int turns;

    /** @param height metres of each node; may still change, within the range that it has now, until a node comes */
    Rising(double[] height) {
        this.height = height;
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (double each : height) {
            low = each < low ? each : low;
            high = each > high ? each : high;
        }
        int buckets = Math.min(MOST_BUCKETS, height.length + 1);
        this.lowest = low;
        this.perMetre = high > low ? (buckets - 1) / (high - low) : 0;
        this.first = new int[buckets];
        this.next = new int[height.length];
        this.turn = new int[height.length];
        Arrays.fill(first, -1);
    }

    boolean isEmpty() {
        return waiting == 0;
    }

    void add(int node) {
        turn[node] = turns++;
        waiting++;
        int bucket = (int) ((height[node] - lowest) * perMetre);
        if (bucket <= current) {
            push(node);
        } else {
            next[node] = first[bucket];
            first[bucket] = node;
        }
    }

    /** Takes the lowest. */
    int lowest() {
        while (size == 0) {
            current++;
            for (int node = first[current]; node >= 0; node = next[node]) {
                push(node);
            }
        }
        waiting--;
        return pop();
    }

    private boolean before(int a, int b) {
        return height[a] < height[b] || height[a] == height[b] && turn[a] < turn[b];
    }

    private void push(int node) {
        if (size == heap.length) {
            heap = Arrays.copyOf(heap, 2 * size);
        }
        int at = size++;
        while (at > 0 && before(node, heap[at - 1 >> 1])) {
            heap[at] = heap[at - 1 >> 1];
            at = at - 1 >> 1;
        }
        heap[at] = node;
    }

    private int pop() {
        int top = heap[0];
        int node = heap[--size];
        int at = 0;
        while (2 * at + 1 < size) {
            int child = 2 * at + 1;
            if (child + 1 < size && before(heap[child + 1], heap[child])) {
                child++;
            }
            if (before(node, heap[child])) {
                break;
            }
            heap[at] = heap[child];
            at = child;
        }
        heap[at] = node;
        return top;
    }
}
