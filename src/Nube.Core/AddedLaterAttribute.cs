namespace Nube.Core;

/// <summary>
/// A member that was added to what is kept already. Where kept documents are compared, it counts only when it is not the
/// default, or an empty list: what was kept before it was there is still the same.
/// </summary>
/// <param name="partWise">It was added after bases of plans were kept part by part; else after they were kept whole.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class AddedLaterAttribute(bool partWise) : Attribute
{
    /// <summary>It was added after bases of plans were kept part by part.</summary>
    public bool PartWise { get; } = partWise;
}
