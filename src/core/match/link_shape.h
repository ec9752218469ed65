// SPDX-License-Identifier: GPL-3.0-or-later
// What the rules look at of a link, without names and ids: links of the same shape are judged once.
#pragma once

#include <string>
#include <unordered_map>

#include "core/match/findings.h"
#include "core/match/run_rules.h"

namespace sokudo::match {

class LinkPieces;

/// Judges links and remembers each shape. Not for several threads at once; the knowledge base must outlive it.
class ShapeBook {
public:
    explicit ShapeBook(const kb::KnowledgeBase& kb) : m_kb(kb) {}
    /// The same as judging the link by itself; its `link` is set.
    LinkReport judge(const plan::Plan&, const plan::Link&);
    std::size_t shapes() const { return m_shapes.size(); }

private:
    /// What links of one shape have in common.
    struct Shape {
        Verdict verdict = Verdict::Unknown;
        std::optional<BitRate> rate, wanted;
        std::string result;
        std::shared_ptr<const std::vector<Finding>> findings;
    };
    Shape judgeShape(const LinkPieces&) const;
    const kb::KnowledgeBase& m_kb;
    std::unordered_map<std::string, Shape> m_shapes;
    std::string m_key;  ///< room that is used again
};

}  // namespace sokudo::match
