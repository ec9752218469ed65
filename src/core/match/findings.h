// SPDX-License-Identifier: GPL-3.0-or-later
// The findings of one link. Links of the same shape share what was found; names are put in when somebody looks.
#pragma once

#include <memory>
#include <mutex>
#include <string>
#include <vector>

#include "core/match/finding.h"

namespace sokudo::match {

/// Names of devices, ports, runs, slots and places of one link, in the order in which its shape numbers them.
using LinkNames = std::vector<std::string>;

/// The stand-in for a name in findings that several links share.
inline constexpr char kNameMark = '\x01';
std::string nameMark(std::size_t number);
inline constexpr std::size_t kMostNames = 90;
/// `text` with each stand-in as the name it stands for.
std::string named(const std::string& text, const LinkNames&);

/// Reads like a vector of findings. May be read by several threads.
class Findings {
public:
    Findings() = default;
    Findings(std::vector<Finding> own) : m_own(std::make_shared<const std::vector<Finding>>(std::move(own))) {}
    Findings(std::shared_ptr<const std::vector<Finding>> shared, LinkNames names)
        : m_lazy(std::make_shared<Lazy>(std::move(shared), std::move(names)))
    {}
    auto begin() const { return all().begin(); }
    auto end() const { return all().end(); }
    std::size_t size() const { return m_lazy ? m_lazy->shared->size() : m_own ? m_own->size() : 0; }
    bool empty() const { return size() == 0; }
    const Finding& front() const { return all().front(); }
    const Finding& operator[](std::size_t i) const { return all()[i]; }
    const std::vector<Finding>& all() const;

private:
    struct Lazy {
        Lazy(std::shared_ptr<const std::vector<Finding>> found, LinkNames given)
            : shared(std::move(found)), names(std::move(given))
        {}
        std::shared_ptr<const std::vector<Finding>> shared;
        LinkNames names;
        std::once_flag once;
        std::vector<Finding> own;
    };
    std::shared_ptr<const std::vector<Finding>> m_own;
    std::shared_ptr<Lazy> m_lazy;
};

}  // namespace sokudo::match
