package org.mendak.core.evidence;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The shapes that a log's cases have, each with a number and how many cases have it; of one that no case has any more nothing is kept. */
final class Shapes {

    /** Takes a shape by its number, and how many cases have it. */
    interface Look {
        void at(int number, int cases);
    }

    private final Map<Shape, Integer> numbers = new HashMap<>();
    /** By number; null where one went. */
    private final List<Shape> shapes = new ArrayList<>();

    private final Deque<Integer> free = new ArrayDeque<>(1);
    private int[] counts = {};

    /** A shape's number, which it has until it is counted down to nothing. */
    int number(Shape shape) {
        return numbers.computeIfAbsent(shape, this::given);
    }

    private int given(Shape shape) {
        if (!free.isEmpty()) {
            int number = free.pop();
            shapes.set(number, shape);
            return number;
        }
        shapes.add(shape);
        if (shapes.size() > counts.length) {
            counts = Arrays.copyOf(counts, shapes.size() + shapes.size() / 2);
        }
        return shapes.size() - 1;
    }

    void count(int number, int sign) {
        counts[number] += sign;
        if (counts[number] == 0) {
            numbers.remove(shapes.set(number, null));
            free.push(number);
        }
    }

    Shape get(int number) {
        return shapes.get(number);
    }

    /** All numbers are below this. */
    int numbers() {
        return shapes.size();
    }

    void forEach(Look look) {
        for (int s = 0; s < shapes.size(); s++) {
            if (counts[s] > 0) {
                look.at(s, counts[s]);
            }
        }
    }
}
