package org.lumbrit.core.math;

import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.lumbrit.core.kinds.Kinds;

/**
 * Writes records by their components, in order: numbers, texts, flat arrays by their length, arrays of arrays, optionals, lists,
 * enums by their names, and records in them; whole numbers and arrays highest byte first.
 */
final class RecordCodec<T> implements Codec<T> {
    private final Type type;
    /** Of the names and types of everything in it: what was written by another version is not misread. */
    private final int shape;

    private RecordCodec(Type type) {
        this.type = type;
        this.shape = shape(type).hashCode();
    }

    private static String shape(Type type) {
        if (type instanceof ParameterizedType generic) {
            return generic.getRawType().getTypeName() + "<" + shape(generic.getActualTypeArguments()[0]) + ">";
        }
        Class<?> raw = (Class<?>) type;
        if (raw.isArray()) {
            return shape(raw.getComponentType()) + "[]";
        }
        return raw.isRecord()
                ? Arrays.stream(Kinds.components(raw))
                        .map(component -> component.getName() + ":" + shape(component.getGenericType()))
                        .toList()
                        .toString()
                : raw.getName();
    }

    static <R extends Record> Codec<R> of(Class<R> type) {
        return new RecordCodec<>(type);
    }

    static <A> Codec<A> ofArray(Class<A> type) {
        return new RecordCodec<>(type);
    }

    @Override
    public ByteBuffer write(T value) {
        Out out = new Out();
        out.bytes.putInt(shape);
        put(type, value, out);
        return out.bytes.flip();
    }

    @Override
    @SuppressWarnings("unchecked")
    public T read(ByteBuffer bytes) {
        if (bytes.getInt() != shape) {
            throw new IllegalStateException("these bytes are of another shape");
        }
        return (T) get(type, bytes);
    }

    /** Bytes with room for more. */
    private static final class Out {
        private ByteBuffer bytes = ByteBuffer.allocate(256);

        ByteBuffer room(long more) {
            if (bytes.remaining() < more) {
                long size = Math.max(2L * bytes.capacity(), bytes.position() + more);
                bytes = ByteBuffer.allocate(Math.toIntExact(Math.min(Integer.MAX_VALUE - 16L, size)))
                        .put(bytes.flip());
            }
            return bytes;
        }
    }

    private static void put(Type type, Object value, Out out) {
        if (type instanceof ParameterizedType generic) {
            Type of = generic.getActualTypeArguments()[0];
            if (value instanceof Optional<?> optional) {
                out.room(1).put((byte) (optional.isPresent() ? 1 : 0));
                optional.ifPresent(present -> put(of, present, out));
            } else {
                List<?> list = (List<?>) value;
                out.room(4).putInt(list.size());
                list.forEach(item -> put(of, item, out));
            }
        } else if (value.getClass().isArray()) {
            putArray((Class<?>) type, value, out);
        } else if (value instanceof Record record) {
            for (RecordComponent component : Kinds.components(record.getClass())) {
                put(component.getGenericType(), Kinds.value(record, component), out);
            }
        } else {
            putPlain(value, out);
        }
    }

    private static void putPlain(Object value, Out out) {
        if (value instanceof Double number) {
            out.room(8).putDouble(number);
        } else if (value instanceof Float number) {
            out.room(4).putFloat(number);
        } else if (value instanceof Long number) {
            out.room(8).putLong(number);
        } else if (value instanceof Integer number) {
            out.room(4).putInt(number);
        } else if (value instanceof Boolean choice) {
            out.room(1).put((byte) (choice ? 1 : 0));
        } else if (value instanceof String || value instanceof Enum<?>) {
            String text = value instanceof Enum<?> constant ? constant.name() : (String) value;
            byte[] plain = text.getBytes(StandardCharsets.UTF_8);
            out.room(4L + plain.length).putInt(plain.length).put(plain);
        } else {
            throw new IllegalStateException("no bytes for " + value.getClass());
        }
    }

    private static void putArray(Class<?> type, Object value, Out out) {
        int length = Array.getLength(value);
        ByteBuffer bytes =
                out.room(4 + (long) length * size(type.getComponentType())).putInt(length);
        int at = bytes.position();
        if (value instanceof float[] floats) {
            bytes.asFloatBuffer().put(floats);
            bytes.position(at + 4 * length);
        } else if (value instanceof double[] doubles) {
            bytes.asDoubleBuffer().put(doubles);
            bytes.position(at + 8 * length);
        } else if (value instanceof long[] longs) {
            bytes.asLongBuffer().put(longs);
            bytes.position(at + 8 * length);
        } else if (value instanceof int[] ints) {
            bytes.asIntBuffer().put(ints);
            bytes.position(at + 4 * length);
        } else if (value instanceof short[] shorts) {
            bytes.asShortBuffer().put(shorts);
            bytes.position(at + 2 * length);
        } else if (value instanceof byte[] plain) {
            bytes.put(plain);
        } else {
            for (Object item : (Object[]) value) {
                put(type.getComponentType(), item, out);
            }
        }
    }

    private static int size(Class<?> of) {
        if (of == double.class || of == long.class) {
            return 8;
        }
        return of == short.class ? 2 : of == byte.class || !of.isPrimitive() ? 1 : 4;
    }

    private static Object get(Type type, ByteBuffer bytes) {
        if (type instanceof ParameterizedType generic) {
            Type of = generic.getActualTypeArguments()[0];
            if (generic.getRawType() == Optional.class) {
                return bytes.get() == 0 ? Optional.empty() : Optional.of(get(of, bytes));
            }
            int count = count(bytes, 1);
            List<Object> list = new ArrayList<>(count);
            for (int i = 0; i < count; i++) {
                list.add(get(of, bytes));
            }
            return List.copyOf(list);
        }
        Class<?> raw = (Class<?>) type;
        if (raw.isArray()) {
            return getArray(raw.getComponentType(), bytes);
        }
        return raw.isRecord() ? getRecord(raw, bytes) : getPlain(raw, bytes);
    }

    private static Object getRecord(Class<?> type, ByteBuffer bytes) {
        RecordComponent[] components = Kinds.components(type);
        Object[] values = new Object[components.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = get(components[i].getGenericType(), bytes);
        }
        try {
            Constructor<?> canonical = type.getDeclaredConstructor(
                    Arrays.stream(components).map(RecordComponent::getType).toArray(Class[]::new));
            canonical.setAccessible(true);
            return canonical.newInstance(values);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("cannot make a " + type, e);
        }
    }

    @SuppressWarnings({"unchecked", "rawtypes"})
    private static Object getPlain(Class<?> type, ByteBuffer bytes) {
        if (type == double.class || type == Double.class) {
            return bytes.getDouble();
        }
        if (type == float.class || type == Float.class) {
            return bytes.getFloat();
        }
        if (type == long.class || type == Long.class) {
            return bytes.getLong();
        }
        if (type == int.class || type == Integer.class) {
            return bytes.getInt();
        }
        if (type == boolean.class || type == Boolean.class) {
            return bytes.get() != 0;
        }
        byte[] plain = new byte[count(bytes, 1)];
        bytes.get(plain);
        String text = new String(plain, StandardCharsets.UTF_8);
        return type.isEnum() ? Enum.valueOf((Class) type, text) : text;
    }

    private static Object getArray(Class<?> of, ByteBuffer bytes) {
        int length = count(bytes, size(of));
        Object array = Array.newInstance(of, length);
        int at = bytes.position();
        if (array instanceof float[] floats) {
            bytes.asFloatBuffer().get(floats);
        } else if (array instanceof double[] doubles) {
            bytes.asDoubleBuffer().get(doubles);
        } else if (array instanceof long[] longs) {
            bytes.asLongBuffer().get(longs);
        } else if (array instanceof int[] ints) {
            bytes.asIntBuffer().get(ints);
        } else if (array instanceof short[] shorts) {
            bytes.asShortBuffer().get(shorts);
        } else if (array instanceof byte[] plain) {
            bytes.get(plain);
            return plain;
        } else {
            for (int i = 0; i < length; i++) {
                Array.set(array, i, get(of, bytes));
            }
            return array;
        }
        bytes.position(at + length * size(of));
        return array;
    }

    /** A number of things that the bytes can hold. */
    private static int count(ByteBuffer bytes, int each) {
        int count = bytes.getInt();
        if (count < 0 || (long) count * each > bytes.remaining()) {
            throw new IllegalStateException("these bytes are no such result");
        }
        return count;
    }
}
