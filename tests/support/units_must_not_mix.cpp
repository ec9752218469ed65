// SPDX-License-Identifier: GPL-3.0-or-later
// What must not compile, said at compile time. (Apart from the test classes, whose scanner does not know `requires`.)
#include "core/base/quantity.h"

namespace sokudo {
namespace {

template <class A, class B>
inline constexpr bool kAdds = requires(A a, B b)
{
    a + b;
};
template <class A, class B>
inline constexpr bool kCompares = requires(A a, B b)
{
    a < b;
};

static_assert(!kAdds<PowerDbm, PowerDbm>, "two levels do not add");
static_assert(kAdds<PowerDbm, Decibel> && kAdds<Decibel, Decibel> && kAdds<Length, Length>);
static_assert(!kAdds<BitRate, Length> && !kAdds<Watt, Decibel> && !kAdds<DataSize, BitRate>);
static_assert(!kCompares<BitRate, Length> && !kCompares<Decibel, PowerDbm> && !kCompares<Length, double>);
static_assert(kCompares<BitRate, BitRate>);

}  // namespace
}  // namespace sokudo
