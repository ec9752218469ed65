// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/secret.h"

#include <set>

#include <sodium.h>

#include "core/base/ascii.h"

namespace sokudo::traffic {

namespace {
constexpr std::string_view kLetters = "abcdefghjkmnpqrstuvwxyz23456789.";  // 31 used: no l, i, o, 0, 1
constexpr std::size_t kKeyLetters = 28;                                    // 28 × log2(31) = 138 bits
constexpr std::size_t kLeastLetters = 16, kLeastDifferent = 8;

bool sodiumReady()
{
    static const bool kReady = sodium_init() >= 0;
    return kReady;
}
}  // namespace

std::string newPairingKey()
{
    sodiumReady();
    std::string result;
    for (std::size_t i = 0; i < kKeyLetters; ++i) {
        if (i > 0 && i % 7 == 0) result.push_back('-');
        result.push_back(kLetters[randombytes_uniform(31)]);
    }
    return result;
}

Result<Key> keyFrom(std::string_view pairingKey)
{
    std::string clean;
    for (char c : pairingKey)
        if (ascii::isLetter(c) || ascii::isDigit(c)) clean.push_back(ascii::lower(c));
    if (clean.size() < kLeastLetters)
        return failure(ErrorCode::BadInput,
                       "a pairing key has at least 16 letters and digits; copy it as the agent prints it");
    if (std::set<char>(clean.begin(), clean.end()).size() < kLeastDifferent)
        return failure(ErrorCode::BadInput,
                       "a pairing key of so few different letters is guessed quickly; copy it as the agent prints it");
    sodiumReady();
    // The salt is no secret: it keeps the work of guessing apart from that for other programs.
    constexpr unsigned char kSalt[crypto_pwhash_SALTBYTES + 1] = "sokudo pairing 2";
    Key key{};
    if (crypto_pwhash(key.data(), key.size(), clean.data(), clean.size(), kSalt, crypto_pwhash_OPSLIMIT_INTERACTIVE,
                      crypto_pwhash_MEMLIMIT_INTERACTIVE, crypto_pwhash_ALG_ARGON2ID13) != 0)
        return failure(ErrorCode::NotAllowed, "there is too little memory to work the pairing key: 64 MB are needed");
    return key;
}

Bytes randomBytes(std::size_t count)
{
    sodiumReady();
    Bytes result(count);
    randombytes_buf(result.data(), result.size());
    return result;
}

Proof prove(const Key& key, std::initializer_list<std::span<const std::uint8_t>> parts)
{
    sodiumReady();
    crypto_auth_hmacsha256_state state;
    crypto_auth_hmacsha256_init(&state, key.data(), key.size());
    for (const auto& part : parts)
        if (!part.empty()) crypto_auth_hmacsha256_update(&state, part.data(), part.size());
    Proof proof{};
    crypto_auth_hmacsha256_final(&state, proof.data());
    return proof;
}

bool isSame(std::span<const std::uint8_t> a, std::span<const std::uint8_t> b)
{
    return a.size() == b.size() && sodium_memcmp(a.data(), b.data(), a.size()) == 0;
}

std::span<const std::uint8_t> bytesOf(std::string_view text)
{
    return {reinterpret_cast<const std::uint8_t*>(text.data()), text.size()};
}

std::string hex(std::span<const std::uint8_t> bytes)
{
    if (bytes.empty()) return {};
    std::string result(bytes.size() * 2 + 1, '\0');
    sodium_bin2hex(result.data(), result.size(), bytes.data(), bytes.size());
    result.pop_back();
    return result;
}

Bytes fromHex(std::string_view text)
{
    if (text.size() < 2) return {};
    Bytes result(text.size() / 2);
    std::size_t length = 0;
    if (sodium_hex2bin(result.data(), result.size(), text.data(), text.size(), nullptr, &length, nullptr) != 0 ||
        length * 2 != text.size())
        return {};
    return result;
}

}  // namespace sokudo::traffic
