// SPDX-License-Identifier: GPL-3.0-or-later
// The pairing key and the proofs made from it.
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace sokudo::traffic {

using Bytes = std::vector<std::uint8_t>;
using Key = std::array<std::uint8_t, 32>;
using Proof = std::array<std::uint8_t, 32>;

/// A fresh pairing key of 130 random bits in groups of letters and digits, easy to read aloud.
std::string newPairingKey();

/// A slow function of the letters and digits, so that a key typed by hand is not guessed: a tenth of a second, 64 MB.
/// Case, blanks and dashes do not count.
/// @error BadInput  fewer than 16 letters and digits, or fewer than 8 different ones; NotAllowed: too little memory
/// @source rfc-9106 (Argon2id)
Result<Key> keyFrom(std::string_view pairingKey);

Bytes randomBytes(std::size_t count);
/// HMAC-SHA-256 over all parts in a row.
Proof prove(const Key&, std::initializer_list<std::span<const std::uint8_t>> parts);
/// Compares in constant time.
bool isSame(std::span<const std::uint8_t>, std::span<const std::uint8_t>);
std::span<const std::uint8_t> bytesOf(std::string_view);
std::string hex(std::span<const std::uint8_t>);
Bytes fromHex(std::string_view);  ///< empty on anything else

}  // namespace sokudo::traffic
